-- Which groups of tests count overall, and how much: one row, once somebody chose.
create table standing_choice (
  id      int          not null primary key,
  weights varchar(400) not null,
  who     varchar(80)  not null,
  at      datetime(6)  not null,
  edition int          not null
);

-- The names in a waiting table are told apart letter by letter: sorting a long table by them takes a third of the time.
alter table import_line
  modify maker      varchar(80) character set utf8mb4 collate utf8mb4_bin,
  modify model      varchar(80) character set utf8mb4 collate utf8mb4_bin,
  modify unit_label varchar(60) character set utf8mb4 collate utf8mb4_bin,
  modify setup_name varchar(80) character set utf8mb4 collate utf8mb4_bin,
  modify metric     varchar(60) character set utf8mb4 collate utf8mb4_bin;

-- Counts up with every change to models, units and the names of setups: what is made from all of them is kept until then.
create table catalogue_revision (
  id       int    not null primary key,
  revision bigint not null
);
insert into catalogue_revision values (1, 0);

-- What a cell of a table was read as, what it says of the setup and the model, and how it stands to what is kept already.
alter table import_line
  add column digits   varchar(40),
  add column gap      varchar(500),
  add column about    longtext,
  add column standing varchar(10) not null default 'NEW';

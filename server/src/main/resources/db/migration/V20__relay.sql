-- What one server on this database tells the others; nothing is kept longer than they need to hear it.
create table relay (
  id     bigint       not null auto_increment primary key,
  at     datetime(6)  not null default current_timestamp(6),
  server char(36)     not null,
  kind   varchar(40)  not null,
  data   mediumtext   not null,
  key relay_by_time (at)
);

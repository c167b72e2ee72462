-- Who is asked to read a write-up before readers see it.
create table write_up_asked (
  id          bigint        not null primary key,
  write_up_id bigint        not null,
  who         varchar(120)  not null,
  asked_by    varchar(120)  not null,
  at          datetime(6)   not null,
  unique key asked_once (write_up_id, who),
  constraint asked_of_write_up foreign key (write_up_id) references write_up (id) on delete cascade
);

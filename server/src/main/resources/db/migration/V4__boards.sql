-- A view kept under a name. It holds no numbers: what it shows is computed anew whenever it is opened.
create table board (
  id         bigint        not null primary key,
  page       varchar(20)   not null,
  name       varchar(80)   not null,
  address    varchar(2000) not null,
  who        varchar(120)  not null,
  at         datetime(6)   not null,
  unique key board_name (page, name)
);

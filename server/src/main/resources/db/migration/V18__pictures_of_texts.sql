-- Pictures that stand in the text of a write-up. One never changes: what is published with it stays as it was.
create table write_up_picture (
  id          bigint        not null primary key,
  write_up_id bigint        not null,
  number      int           not null,
  name        varchar(200)  not null,
  ending      varchar(4)    not null,
  width       int           not null,
  height      int           not null,
  content     mediumblob    not null,
  put_by      varchar(120)  not null,
  put_at      datetime(6)   not null,
  unique key picture_by_number (write_up_id, number),
  constraint picture_of_write_up foreign key (write_up_id) references write_up (id) on delete cascade
);

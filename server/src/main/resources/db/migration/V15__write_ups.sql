-- Write-ups: what a reviewer concludes, with the figures it rests on. Text is CommonMark; parts that are read whole are JSON.
create table write_up (
  id         bigint        not null primary key,
  slug       varchar(90)   not null,
  title      varchar(160)  not null,
  line       varchar(300)  not null,
  model_id   bigint,
  text       mediumtext    not null,
  verdict    mediumtext    not null,
  answers    mediumtext    not null,
  state      varchar(20)   not null,
  withdrawn  varchar(500),
  made_by    varchar(120)  not null,
  made_at    datetime(6)   not null,
  changed_by varchar(120)  not null,
  changed_at datetime(6)   not null,
  edition    int           not null,
  unique key write_up_by_slug (slug),
  constraint write_up_of_model foreign key (model_id) references model (id)
);

-- A figure as it was put in: its address, its drawing and its data.
create table write_up_figure (
  id          bigint        not null primary key,
  write_up_id bigint        not null,
  number      int           not null,
  address     varchar(2000) not null,
  content     mediumtext    not null,
  put_by      varchar(120)  not null,
  put_at      datetime(6)   not null,
  unique key figure_by_number (write_up_id, number),
  constraint figure_of_write_up foreign key (write_up_id) references write_up (id) on delete cascade
);

-- What a second person says of a draft, and that somebody read it.
create table write_up_remark (
  id          bigint        not null primary key,
  write_up_id bigint        not null,
  passage     varchar(500)  not null,
  text        varchar(2000) not null,
  who         varchar(120)  not null,
  at          datetime(6)   not null,
  settled_by  varchar(120),
  settled_at  datetime(6),
  constraint remark_of_write_up foreign key (write_up_id) references write_up (id) on delete cascade
);

create table write_up_reader (
  id          bigint        not null primary key,
  write_up_id bigint        not null,
  who         varchar(120)  not null,
  at          datetime(6)   not null,
  edition     int           not null,
  constraint reader_of_write_up foreign key (write_up_id) references write_up (id) on delete cascade
);

-- What readers see: a state that never changes any more, whatever becomes of the records.
create table published_state (
  id          bigint        not null primary key,
  write_up_id bigint        not null,
  number      int           not null,
  at          datetime(6)   not null,
  who         varchar(120)  not null,
  revision    bigint        not null,
  changes     varchar(1000) not null,
  content     longtext      not null,
  unique key state_by_number (write_up_id, number),
  constraint state_of_write_up foreign key (write_up_id) references write_up (id)
);

create table published_picture (
  state_id bigint     not null,
  number   int        not null,
  png      mediumblob not null,
  primary key (state_id, number),
  constraint picture_of_state foreign key (state_id) references published_state (id)
);

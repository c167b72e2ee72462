-- What a desk keeps of its devices beyond runs, and of runs beyond their readings.

alter table model
  add column details longtext not null default '{}',
  add column edition int      not null default 0;

alter table unit
  add column origin  varchar(80) not null default '',
  add column variant varchar(80) not null default '';

alter table setup
  add column meant  longtext not null default '[]',
  add column calls  longtext not null default '{}',
  add column tuning longtext;

-- Facts a desk adds to the dictionary we ship.
create table fact_key (
  fact_key   varchar(60)  not null primary key,
  definition longtext     not null,
  created_at datetime(6)  not null
);

alter table suite add column edition int not null default 0;

alter table sitting
  add column ticked           longtext not null default '[]',
  add column room_temperature double;

alter table sitting_suite
  add column repeats    int,
  add column gap_reason varchar(200);

create table import_batch (
  id           bigint       not null primary key,
  name         varchar(200) not null,
  source       varchar(80)  not null,
  mapping      longtext     not null,
  who          varchar(120) not null,
  at           datetime(6)  not null,
  state        varchar(10)  not null,
  understood   int          not null,
  rejected     int          not null,
  runs         int          not null,
  doubted      int          not null
);

-- The lines of a table while it waits to be accepted; the rejected ones stay as the report.
create table import_line (
  batch_id    bigint       not null,
  line        int          not null,
  ordinal     int          not null,
  maker       varchar(80),
  model       varchar(80),
  unit_label  varchar(60),
  setup_name  varchar(80),
  setup_id    bigint,
  suite_id    bigint,
  metric      varchar(60),
  text        varchar(40),
  repeat_no   int,
  started_at  datetime(6),
  note        varchar(500),
  column_name varchar(120) not null,
  problem     varchar(500),
  primary key (batch_id, line, ordinal),
  constraint line_of_batch foreign key (batch_id) references import_batch (id)
);

alter table run
  add column gaps             longtext,
  add column flags            varchar(120) not null default '',
  add column conditions       longtext,
  add column room_temperature double,
  add column doubts           longtext,
  add column open_doubts      int          not null default 0,
  add column import_id        bigint,
  add key run_of_import (import_id),
  add key run_of_sitting (sitting_id),
  add fulltext key run_words (note, reason),
  add constraint run_import foreign key (import_id) references import_batch (id);

alter table reading add column note varchar(500);

create table run_series (
  run_id    uuid        not null,
  name      varchar(60) not null,
  unit      varchar(40) not null,
  axis      varchar(40) not null,
  axis_unit varchar(40) not null,
  points    longtext    not null,
  primary key (run_id, name),
  constraint series_of_run foreign key (run_id) references run (id)
);

-- Each file once, by what is in it.
create table evidence_file (
  hash       char(64)    not null primary key,
  media_type varchar(60) not null,
  size       int         not null,
  content    longblob    not null,
  thumbnail  longblob,
  created_at datetime(6) not null
);

create table run_evidence (
  id         bigint       not null primary key,
  run_id     uuid         not null,
  hash       char(64)     not null,
  name       varchar(200) not null,
  added_at   datetime(6)  not null,
  who        varchar(120) not null,
  removed_at datetime(6),
  key evidence_of_run (run_id),
  constraint evidence_run foreign key (run_id) references run (id),
  constraint evidence_content foreign key (hash) references evidence_file (hash)
);

-- Everything that changed a record: who, when, what.
create table record_event (
  id        bigint       not null primary key,
  kind      varchar(10)  not null,
  record_id varchar(40)  not null,
  at        datetime(6)  not null,
  what      varchar(20)  not null,
  who       varchar(120) not null,
  reason    varchar(1000),
  key event_of_record (kind, record_id, at)
);
insert into record_event (id, kind, record_id, at, what, who, reason)
  select id, 'RUN', cast(run_id as char), at, what, who, reason from run_event;
drop table run_event;

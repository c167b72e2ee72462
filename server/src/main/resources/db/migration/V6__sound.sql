-- Tokens can be seen, and ended before they run out.
alter table access_token
  add column last_used_at    datetime(6),
  add column ended_at        datetime(6),
  add column ended_reason    varchar(200),
  add column clock_ahead_ms  bigint not null default 0,
  add key token_of_sitting (sitting_id);

-- Two people who change the same thing at once: the second is told.
alter table unit    add column edition int not null default 0;
alter table setup   add column edition int not null default 0;
alter table sitting add column edition int not null default 0;
alter table board   add column edition int not null default 0;
alter table run     add column edition int not null default 0;
alter table run_evidence add column edition int not null default 0;

-- Who did something is told by the kind of caller before the name.
alter table record_event modify what varchar(30) not null, modify record_id varchar(60) not null;

-- Counts up with everything that pages are told of: an answer that was kept holds as long as it stays.
create table desk_revision (
  id       int    not null primary key,
  revision bigint not null
);
insert into desk_revision values (1, 0);

-- What was chosen of a table, so that an import that was broken off goes on by itself.
alter table import_batch
  add column chosen      longtext,
  add column accepted_by varchar(120);

-- Desk files while they are loaded: one that was broken off goes on at the next start.
create table desk_load (
  id         bigint       not null primary key,
  name       varchar(200) not null,
  who        varchar(120) not null,
  begun_at   datetime(6)  not null,
  ended_at   datetime(6),
  file       longtext,
  report     longtext
);

-- Where runs were kept that are still to be held against all that is known, with the number of the scores they came with.
create table review_due (
  setup_id bigint not null,
  suite_id bigint not null,
  revision bigint not null,
  primary key (setup_id, suite_id, revision)
);

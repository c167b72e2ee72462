-- What a person typed of a series: places and values as written, as JSON.
alter table run_series add column typed longtext;

-- What a label in a suite's report stands for, as a person said; for every version of the suite.
create table suite_label (
  suite_key varchar(60)  not null,
  label     varchar(200) not null,
  metric    varchar(60)  not null,
  primary key (suite_key, label)
);

-- An average that somebody else made: of how many runs, and their spread as written.
alter table reading
  add column average_of     int,
  add column average_spread varchar(40);

-- Setups that lost their runs to another, under the number of the scores that they did so.
create table emptied_setup (
  setup_id bigint not null,
  revision bigint not null,
  primary key (setup_id, revision)
);

-- What makes every score of a setup doubtful, or those of one suite (0 for all), with a note.
create table setup_flag (
  setup_id bigint       not null,
  suite_id bigint       not null,
  flag     varchar(30)  not null,
  note     varchar(500) not null,
  who      varchar(120) not null,
  at       datetime(6)  not null,
  primary key (setup_id, suite_id, flag),
  constraint flag_of_setup foreign key (setup_id) references setup (id)
);

-- Flags that a run has by its setup, so that they can be taken off again without those of its own.
alter table run add column flags_of_setup varchar(120) not null default '';

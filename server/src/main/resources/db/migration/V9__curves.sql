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

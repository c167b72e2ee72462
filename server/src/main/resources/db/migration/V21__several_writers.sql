-- Records are numbered by their tables, which every server and every node of a cluster can do beside the others. No number
-- that the one sequence of before gave is given again.
set foreign_key_checks = 0;
set @counted = concat(' modify id bigint not null auto_increment, auto_increment = ',
  (select next_not_cached_value from record_seq));
execute immediate concat('alter table account', @counted);
execute immediate concat('alter table board', @counted);
execute immediate concat('alter table desk_load', @counted);
execute immediate concat('alter table import_batch', @counted);
execute immediate concat('alter table metric', @counted);
execute immediate concat('alter table model', @counted);
execute immediate concat('alter table published_state', @counted);
execute immediate concat('alter table record_event', @counted);
execute immediate concat('alter table run_evidence', @counted);
execute immediate concat('alter table setup', @counted);
execute immediate concat('alter table sitting', @counted);
execute immediate concat('alter table suite', @counted);
execute immediate concat('alter table unit', @counted);
execute immediate concat('alter table write_up', @counted);
execute immediate concat('alter table write_up_asked', @counted);
execute immediate concat('alter table write_up_figure', @counted);
execute immediate concat('alter table write_up_picture', @counted);
execute immediate concat('alter table write_up_reader', @counted);
execute immediate concat('alter table write_up_remark', @counted);
set foreign_key_checks = 1;
drop sequence record_seq;

-- What counts up with the scores, the catalogue and all that pages are told of. A count is the sum of its lanes, of which
-- each writer uses one, so that they need not wait for each other.
create table revision (
  counted varchar(12) not null,
  lane    int         not null,
  number  bigint      not null,
  primary key (counted, lane)
);
insert into revision select 'SCORES', 0, revision from score_revision;
insert into revision select 'CATALOGUE', 0, revision from catalogue_revision;
insert into revision select 'DESK', 0, revision from desk_revision;
drop table score_revision;
drop table catalogue_revision;
drop table desk_revision;

-- The servers on this database: each has a place, and lanes that go with it. What one has begun bears its name.
create table server_place (
  place   int         not null primary key,
  server  char(36)    not null,
  seen_at datetime(6) not null
);
alter table import_batch add column server char(36);
alter table desk_load add column server char(36);

-- Where a number comes from is said of the run that holds it: one device may be measured here and be in lists from elsewhere.
alter table run add column origin varchar(80) not null default '';
update run join setup on setup.id = run.setup_id join unit on unit.id = setup.unit_id set run.origin = unit.origin
  where unit.origin <> '';
create index run_by_origin on run (setup_id, origin);
-- A list's sample is named by the list, so that it is not taken for the one measured here.
update unit join (select model_id, left(origin, 60) as label, min(id) as id from unit
    where origin <> '' and label = 'A' group by model_id, left(origin, 60)) named on named.id = unit.id
  left join unit taken on taken.model_id = unit.model_id and taken.label = named.label
  set unit.label = named.label where taken.id is null;
alter table unit drop column origin;

-- A desk has kinds of things of its own, in its own words.
alter table model modify column kind varchar(40) not null;

-- A table brought again in a corrected form sets aside what it was before; which import did, so that it can be undone.
alter table run add column corrected_by bigint;
create index run_by_correction on run (corrected_by);
alter table import_batch add column corrects bit not null default false;

-- The day a run belongs to: the date where it was measured, cut at four in the morning. Null where it is not known.
alter table run
  add column zone varchar(64),
  add column day  date;

-- What is already here was kept by UTC; a start at midnight is from a table that gave a date alone.
update run set day = if(time(started_at) = '00:00:00', date(started_at), date(started_at - interval 4 hour));

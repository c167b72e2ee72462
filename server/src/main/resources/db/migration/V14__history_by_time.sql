-- The history of everything is read from its end, a page at a time.
alter table record_event add key event_by_time (at, id);

-- A figure knows which one of its view it is and how it was chosen, so that it can be looked at again, and what it says now.
alter table write_up_figure
  add name         varchar(300)  not null default '',
  add choice       mediumtext    not null default '',
  add revision     bigint        not null default 0,
  add now_content  mediumtext,
  add now_revision bigint        not null default 0,
  add now_at       datetime(6);

-- A name stands until something is changed, whatever the edition; not every home has this column.
alter table write_up_reader drop column if exists edition;

-- A kept view that readers see too, as it is at any time.
alter table board
  add public_slug varchar(90),
  add constraint board_by_slug unique (public_slug);

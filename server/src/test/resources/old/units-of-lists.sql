-- A small home as a build of version 9 of the tables left it: units say where their numbers are from.
insert into model (id, maker, name, kind, year, created_at) values
  (1, 'Brackwater', 'Call 4', 'PHONE', 2025, '2026-03-01 10:00:00'),
  (2, 'Brackwater', 'Call 5', 'PHONE', 2026, '2026-03-01 10:00:00');
insert into unit (id, model_id, label, origin) values
  (11, 1, 'A', 'Fieldpaper'),
  (12, 2, 'A', 'Reedbank'),
  (13, 2, 'Reedbank', ''),
  (14, 2, 'C', 'Fieldpaper');
insert into setup (id, unit_id, ordinal, name, parent_id, tuned, fingerprint, created_at) values
  (21, 11, 1, 'as shipped', null, false, repeat('0', 64), '2026-03-01 10:00:00'),
  (22, 13, 1, 'as shipped', null, false, repeat('0', 64), '2026-03-01 10:00:00'),
  (24, 14, 1, 'as shipped', null, false, repeat('0', 64), '2026-03-01 10:00:00');
insert into suite (id, suite_key, version, sheet, created_at) values (31, 'stem', '1', '{}', '2026-03-01 10:00:00');
insert into run (id, setup_id, suite_id, state, started_at, ended_at, received_at, sender, sender_version, work_size,
  content_hash, revision) values
  (uuid(), 21, 31, 'DONE', '2026-03-01 10:00:00', '2026-03-01 10:00:00', '2026-03-01 10:00:00', 'import', '1', 'normal', repeat('0', 64), 1),
  (uuid(), 22, 31, 'DONE', '2026-03-01 10:00:00', '2026-03-01 10:00:00', '2026-03-01 10:00:00', 'desk', '1', 'normal', repeat('0', 64), 2),
  (uuid(), 24, 31, 'DONE', '2026-03-01 10:00:00', '2026-03-01 10:00:00', '2026-03-01 10:00:00', 'import', '1', 'normal', repeat('0', 64), 3);

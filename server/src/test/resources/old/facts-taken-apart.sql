-- A small home as a build of version 6 of the tables left it: facts that were typed are taken apart.
insert into model (id, maker, name, kind, year, created_at) values (1, 'Maren', 'Hearth 9', 'DESKTOP', 2009, '2026-03-01 10:00:00');
insert into unit (id, model_id, label) values (2, 1, 'A');
insert into setup (id, unit_id, ordinal, name, parent_id, tuned, fingerprint, created_at) values
  (3, 2, 1, 'first kernel', null, false, repeat('0', 64), '2026-03-01 10:00:00'),
  (4, 2, 2, 'next kernel', 3, false, repeat('0', 64), '2026-03-02 10:00:00'),
  (5, 2, 3, 'nothing to mend', 3, false, repeat('0', 64), '2026-03-03 10:00:00');
insert into setup_fact (setup_id, fact_key, fact_value, unit, origin, reason) values
  (3, 'system.kernel', '7.4', '.0', 'TYPED', ''),
  (3, 'display.resolution', '1920', 'x 1080', 'TYPED', ''),
  (3, 'memory.size', '16', 'GiB', 'TYPED', ''),
  (3, 'memory.modules', '2', 'x 8 GiB', 'TYPED', ''),
  (3, 'memory.swap', '8', 'GiB', 'READ', ''),
  (4, 'system.kernel', '7.4', '.11', 'TYPED', ''),
  (4, 'display.resolution', '1920', 'x 1080', 'COPIED', ''),
  (4, 'display.size', '15.6', 'inch', 'TYPED', ''),
  (5, 'system.kernel', '7.5-rc1', '', 'TYPED', ''),
  (5, 'memory.size', '32', 'GB', 'TYPED', '');

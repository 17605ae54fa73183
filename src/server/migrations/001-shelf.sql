-- Printers, materials, jobs, and scripts with their variants and revisions.
-- `key` columns hold a name as people compare it: case and spaces don't count.

CREATE TABLE printers (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  key TEXT NOT NULL UNIQUE,
  data TEXT NOT NULL CHECK (json_valid(data)),
  changed_at TEXT NOT NULL
) STRICT;

CREATE TABLE materials (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  key TEXT NOT NULL UNIQUE,
  data TEXT NOT NULL CHECK (json_valid(data)),
  changed_at TEXT NOT NULL
) STRICT;

CREATE TABLE jobs (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  key TEXT NOT NULL UNIQUE,
  data TEXT NOT NULL CHECK (json_valid(data)),
  changed_at TEXT NOT NULL
) STRICT;

CREATE TABLE scripts (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  key TEXT NOT NULL UNIQUE,
  printer_id INTEGER NOT NULL REFERENCES printers (id),
  moment TEXT NOT NULL,
  created_at TEXT NOT NULL
) STRICT;

CREATE INDEX scripts_by_printer ON scripts (printer_id);

CREATE TABLE variants (
  id INTEGER PRIMARY KEY,
  script_id INTEGER NOT NULL REFERENCES scripts (id) ON DELETE CASCADE,
  name TEXT NOT NULL,
  key TEXT NOT NULL,
  in_use INTEGER NOT NULL CHECK (in_use IN (0, 1)),
  UNIQUE (script_id, key)
) STRICT;

CREATE UNIQUE INDEX one_variant_in_use ON variants (script_id) WHERE in_use = 1;

CREATE TABLE revisions (
  id INTEGER PRIMARY KEY,
  variant_id INTEGER NOT NULL REFERENCES variants (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  text TEXT NOT NULL,
  note TEXT NOT NULL,
  created_at TEXT NOT NULL,
  UNIQUE (variant_id, number)
) STRICT;

-- A revision never changes once saved.
CREATE TRIGGER revisions_stay BEFORE UPDATE ON revisions
BEGIN
  SELECT RAISE(ABORT, 'a revision never changes');
END;

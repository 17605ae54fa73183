-- What keeping over years takes: stock, variants for the next print only, the bin, trials, refrains.

-- Binned scripts wait 30 days; their `key` is prefixed, so that their name is free meanwhile.
ALTER TABLE scripts ADD COLUMN binned_at TEXT;
-- The variant to go back to after the next print; null where the one in use stays.
ALTER TABLE scripts ADD COLUMN back_to INTEGER REFERENCES variants (id) ON DELETE SET NULL;
-- What came with the printer: never saved over.
ALTER TABLE variants ADD COLUMN stock INTEGER NOT NULL DEFAULT 0 CHECK (stock IN (0, 1));
-- The revision that a variant was branched from.
ALTER TABLE variants ADD COLUMN born_of INTEGER REFERENCES revisions (id) ON DELETE SET NULL;

-- A revision goes only with its whole script, and that only out of the bin.
CREATE TRIGGER revisions_are_kept BEFORE DELETE ON revisions
WHEN EXISTS (
  SELECT 1 FROM variants v JOIN scripts s ON s.id = v.script_id WHERE v.id = OLD.variant_id AND s.binned_at IS NULL
)
BEGIN
  SELECT RAISE(ABORT, 'a revision is kept');
END;

-- What was seen of a revision on the real machine; `data` under the schema Trial.
CREATE TABLE trials (
  id INTEGER PRIMARY KEY,
  revision_id INTEGER NOT NULL REFERENCES revisions (id) ON DELETE CASCADE,
  data TEXT NOT NULL CHECK (json_valid(data)),
  picture BLOB,
  made_at TEXT NOT NULL
) STRICT;

CREATE INDEX trials_by_revision ON trials (revision_id);

CREATE TABLE refrains (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  key TEXT NOT NULL UNIQUE,
  created_at TEXT NOT NULL
) STRICT;

CREATE TABLE refrain_revisions (
  id INTEGER PRIMARY KEY,
  refrain_id INTEGER NOT NULL REFERENCES refrains (id) ON DELETE CASCADE,
  number INTEGER NOT NULL,
  text TEXT NOT NULL,
  note TEXT NOT NULL,
  created_at TEXT NOT NULL,
  UNIQUE (refrain_id, number)
) STRICT;

CREATE TRIGGER refrain_revisions_stay BEFORE UPDATE ON refrain_revisions
BEGIN
  SELECT RAISE(ABORT, 'a revision never changes');
END;

-- One index over everything that is words. Row numbers tell what a row is: a variant's newest text (4 × its id), a revision's
-- note (4 × + 1), a trial (4 × + 2), a refrain's newest text (4 × + 3).
CREATE VIRTUAL TABLE found USING fts5 (body, prefix = '2 3 4 5 6');

INSERT INTO found (rowid, body)
SELECT 4 * r.variant_id, r.text FROM revisions r WHERE r.number = (SELECT max(number) FROM revisions WHERE variant_id = r.variant_id);

INSERT INTO found (rowid, body) SELECT 4 * id + 1, note FROM revisions WHERE note <> '';

CREATE TRIGGER found_revision AFTER INSERT ON revisions
BEGIN
  DELETE FROM found WHERE rowid = 4 * NEW.variant_id;
  INSERT INTO found (rowid, body) VALUES (4 * NEW.variant_id, NEW.text);
  INSERT INTO found (rowid, body) SELECT 4 * NEW.id + 1, NEW.note WHERE NEW.note <> '';
END;

CREATE TRIGGER found_revision_gone AFTER DELETE ON revisions
BEGIN
  DELETE FROM found WHERE rowid = 4 * OLD.id + 1;
END;

CREATE TRIGGER found_variant_gone AFTER DELETE ON variants
BEGIN
  DELETE FROM found WHERE rowid = 4 * OLD.id;
END;

CREATE TRIGGER found_trial AFTER INSERT ON trials
BEGIN
  INSERT INTO found (rowid, body) VALUES (4 * NEW.id + 2, json_extract(NEW.data, '$.words') || char(10) || json_extract(NEW.data, '$.seen'));
END;

CREATE TRIGGER found_trial_gone AFTER DELETE ON trials
BEGIN
  DELETE FROM found WHERE rowid = 4 * OLD.id + 2;
END;

CREATE TRIGGER found_refrain AFTER INSERT ON refrain_revisions
BEGIN
  DELETE FROM found WHERE rowid = 4 * NEW.refrain_id + 3;
  INSERT INTO found (rowid, body) VALUES (4 * NEW.refrain_id + 3, NEW.text);
END;

CREATE TRIGGER found_refrain_gone AFTER DELETE ON refrains
BEGIN
  DELETE FROM found WHERE rowid = 4 * OLD.id + 3;
END;

-- What the shelf remembers of itself, such as whether the demo data was ever put in.
CREATE TABLE remembered (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT;

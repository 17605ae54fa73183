-- Numbers are never given twice, whatever was thrown away or restored; a script has an identity besides, which no other can get.

CREATE TABLE numbers (
  name TEXT PRIMARY KEY,
  last INTEGER NOT NULL
) STRICT;

INSERT INTO numbers (name, last) SELECT 'printers', coalesce(max(id), 0) FROM printers;
INSERT INTO numbers (name, last) SELECT 'materials', coalesce(max(id), 0) FROM materials;
INSERT INTO numbers (name, last) SELECT 'jobs', coalesce(max(id), 0) FROM jobs;
INSERT INTO numbers (name, last) SELECT 'vocabularies', coalesce(max(id), 0) FROM vocabularies;
INSERT INTO numbers (name, last) SELECT 'scripts', coalesce(max(id), 0) FROM scripts;
INSERT INTO numbers (name, last) SELECT 'variants', coalesce(max(id), 0) FROM variants;
INSERT INTO numbers (name, last) SELECT 'revisions', coalesce(max(id), 0) FROM revisions;
INSERT INTO numbers (name, last) SELECT 'trials', coalesce(max(id), 0) FROM trials;
INSERT INTO numbers (name, last) SELECT 'refrains', coalesce(max(id), 0) FROM refrains;
INSERT INTO numbers (name, last) SELECT 'refrain_revisions', coalesce(max(id), 0) FROM refrain_revisions;

CREATE TRIGGER numbered_printers AFTER INSERT ON printers BEGIN
  UPDATE numbers SET last = max(last, NEW.id) WHERE name = 'printers';
END;
CREATE TRIGGER numbered_materials AFTER INSERT ON materials BEGIN
  UPDATE numbers SET last = max(last, NEW.id) WHERE name = 'materials';
END;
CREATE TRIGGER numbered_jobs AFTER INSERT ON jobs BEGIN
  UPDATE numbers SET last = max(last, NEW.id) WHERE name = 'jobs';
END;
CREATE TRIGGER numbered_vocabularies AFTER INSERT ON vocabularies BEGIN
  UPDATE numbers SET last = max(last, NEW.id) WHERE name = 'vocabularies';
END;
CREATE TRIGGER numbered_scripts AFTER INSERT ON scripts BEGIN
  UPDATE numbers SET last = max(last, NEW.id) WHERE name = 'scripts';
END;
CREATE TRIGGER numbered_variants AFTER INSERT ON variants BEGIN
  UPDATE numbers SET last = max(last, NEW.id) WHERE name = 'variants';
END;
CREATE TRIGGER numbered_revisions AFTER INSERT ON revisions BEGIN
  UPDATE numbers SET last = max(last, NEW.id) WHERE name = 'revisions';
END;
CREATE TRIGGER numbered_trials AFTER INSERT ON trials BEGIN
  UPDATE numbers SET last = max(last, NEW.id) WHERE name = 'trials';
END;
CREATE TRIGGER numbered_refrains AFTER INSERT ON refrains BEGIN
  UPDATE numbers SET last = max(last, NEW.id) WHERE name = 'refrains';
END;
CREATE TRIGGER numbered_refrain_revisions AFTER INSERT ON refrain_revisions BEGIN
  UPDATE numbers SET last = max(last, NEW.id) WHERE name = 'refrain_revisions';
END;

ALTER TABLE scripts ADD COLUMN identity TEXT;
UPDATE scripts SET identity = lower(hex(randomblob(16)));
CREATE UNIQUE INDEX script_identities ON scripts (identity);

-- Days spent in the bin, counted as they pass, so that a clock that jumps ahead throws nothing away.
ALTER TABLE scripts ADD COLUMN days_binned INTEGER NOT NULL DEFAULT 0;

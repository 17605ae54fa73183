-- Everything that was made by hand waits in the bin when it is thrown away, and what was saved before can be brought back.

-- As with scripts: what is binned has its `key` prefixed, so that its name is free meanwhile.
ALTER TABLE printers ADD COLUMN binned_at TEXT;
ALTER TABLE printers ADD COLUMN days_binned INTEGER NOT NULL DEFAULT 0;
ALTER TABLE materials ADD COLUMN binned_at TEXT;
ALTER TABLE materials ADD COLUMN days_binned INTEGER NOT NULL DEFAULT 0;
ALTER TABLE jobs ADD COLUMN binned_at TEXT;
ALTER TABLE jobs ADD COLUMN days_binned INTEGER NOT NULL DEFAULT 0;
ALTER TABLE vocabularies ADD COLUMN binned_at TEXT;
ALTER TABLE vocabularies ADD COLUMN days_binned INTEGER NOT NULL DEFAULT 0;
ALTER TABLE refrains ADD COLUMN binned_at TEXT;
ALTER TABLE refrains ADD COLUMN days_binned INTEGER NOT NULL DEFAULT 0;
ALTER TABLE variants ADD COLUMN binned_at TEXT;
ALTER TABLE variants ADD COLUMN days_binned INTEGER NOT NULL DEFAULT 0;

-- A variant goes only out of the bin, its own or its script's.
CREATE TRIGGER variants_are_kept BEFORE DELETE ON variants
WHEN OLD.binned_at IS NULL AND EXISTS (SELECT 1 FROM scripts s WHERE s.id = OLD.script_id AND s.binned_at IS NULL)
BEGIN
  SELECT RAISE(ABORT, 'a variant is kept');
END;

-- What a printer, a material, a job or a vocabulary was before it was changed: the last fifty of each.
CREATE TABLE earlier (
  id INTEGER PRIMARY KEY,
  kind TEXT NOT NULL,
  thing_id INTEGER NOT NULL,
  data TEXT NOT NULL CHECK (json_valid(data)),
  -- When it had been made so.
  changed_at TEXT NOT NULL
) STRICT;

CREATE INDEX earlier_of ON earlier (kind, thing_id);

CREATE TRIGGER earlier_limit AFTER INSERT ON earlier
BEGIN
  DELETE FROM earlier WHERE kind = NEW.kind AND thing_id = NEW.thing_id AND id <= (
    SELECT id FROM earlier WHERE kind = NEW.kind AND thing_id = NEW.thing_id ORDER BY id DESC LIMIT 1 OFFSET 50
  );
END;

CREATE TRIGGER earlier_printers AFTER UPDATE OF data ON printers WHEN OLD.data <> NEW.data
BEGIN
  INSERT INTO earlier (kind, thing_id, data, changed_at) VALUES ('printers', OLD.id, OLD.data, OLD.changed_at);
END;
CREATE TRIGGER earlier_materials AFTER UPDATE OF data ON materials WHEN OLD.data <> NEW.data
BEGIN
  INSERT INTO earlier (kind, thing_id, data, changed_at) VALUES ('materials', OLD.id, OLD.data, OLD.changed_at);
END;
CREATE TRIGGER earlier_jobs AFTER UPDATE OF data ON jobs WHEN OLD.data <> NEW.data
BEGIN
  INSERT INTO earlier (kind, thing_id, data, changed_at) VALUES ('jobs', OLD.id, OLD.data, OLD.changed_at);
END;
CREATE TRIGGER earlier_vocabularies AFTER UPDATE OF data ON vocabularies WHEN OLD.data <> NEW.data
BEGIN
  INSERT INTO earlier (kind, thing_id, data, changed_at) VALUES ('vocabularies', OLD.id, OLD.data, OLD.changed_at);
END;

CREATE TRIGGER earlier_printers_gone AFTER DELETE ON printers
BEGIN
  DELETE FROM earlier WHERE kind = 'printers' AND thing_id = OLD.id;
END;
CREATE TRIGGER earlier_materials_gone AFTER DELETE ON materials
BEGIN
  DELETE FROM earlier WHERE kind = 'materials' AND thing_id = OLD.id;
END;
CREATE TRIGGER earlier_jobs_gone AFTER DELETE ON jobs
BEGIN
  DELETE FROM earlier WHERE kind = 'jobs' AND thing_id = OLD.id;
END;
CREATE TRIGGER earlier_vocabularies_gone AFTER DELETE ON vocabularies
BEGIN
  DELETE FROM earlier WHERE kind = 'vocabularies' AND thing_id = OLD.id;
END;

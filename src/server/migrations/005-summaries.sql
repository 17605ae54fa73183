-- What a script comes to, as the shelf shows it; worked out once for what it was rehearsed with (`setup`, a digest of that).
CREATE TABLE summaries (
  revision_id INTEGER PRIMARY KEY REFERENCES revisions (id) ON DELETE CASCADE,
  setup TEXT NOT NULL,
  -- Findings that are more than advice, or that fail another job.
  serious INTEGER NOT NULL,
  data TEXT NOT NULL CHECK (json_valid(data))
) STRICT;

CREATE INDEX variants_by_script ON variants (script_id);

-- The newest revision of each variant, so that a shelf of thousands is read at once.
ALTER TABLE variants ADD COLUMN newest INTEGER;
UPDATE variants SET newest = (SELECT id FROM revisions WHERE variant_id = variants.id ORDER BY number DESC LIMIT 1);
CREATE TRIGGER newest_revision AFTER INSERT ON revisions
BEGIN
  UPDATE variants SET newest = NEW.id WHERE id = NEW.variant_id;
END;

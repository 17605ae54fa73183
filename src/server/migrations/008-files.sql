-- A printer's config and macro files are kept like scripts: `file` is the name on the machine, empty for the config itself; null for
-- every other script. The printer's own data has the text that is in use, and both are changed together.
ALTER TABLE scripts ADD COLUMN file TEXT;

CREATE UNIQUE INDEX one_of_each_file ON scripts (printer_id, file) WHERE file IS NOT NULL AND binned_at IS NULL;

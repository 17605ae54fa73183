-- Where a script was carried over from: the printer, script, variant and revision by name, and what was asked of the plan, as JSON;
-- null for one that was written here.
ALTER TABLE scripts ADD COLUMN came_from TEXT;

-- How the programs that make a person's print files write values; `data` under the schema Vocabulary.

CREATE TABLE vocabularies (
  id INTEGER PRIMARY KEY,
  name TEXT NOT NULL,
  key TEXT NOT NULL UNIQUE,
  data TEXT NOT NULL CHECK (json_valid(data)),
  changed_at TEXT NOT NULL
) STRICT;

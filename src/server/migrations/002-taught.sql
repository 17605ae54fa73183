-- Commands that the person taught, each for one firmware family.

CREATE TABLE taught_commands (
  family TEXT NOT NULL,
  name TEXT NOT NULL,
  data TEXT NOT NULL CHECK (json_valid(data)),
  changed_at TEXT NOT NULL,
  PRIMARY KEY (family, name)
) STRICT;

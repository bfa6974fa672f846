-- How tables of others were read, by the heads they have: the next one of the same heads is read alike.
CREATE TABLE table_mapping (
  heads TEXT NOT NULL,
  mapping TEXT NOT NULL CHECK (json_valid(mapping)),
  said_at TEXT NOT NULL,
  person TEXT NOT NULL,
  PRIMARY KEY (heads)
) STRICT, WITHOUT ROWID;

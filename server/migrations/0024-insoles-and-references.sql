-- Insoles and laces by their names: which is in which pair, since when.
CREATE TABLE named_part (
  id TEXT PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('insole', 'laces')),
  name TEXT NOT NULL COLLATE NOCASE UNIQUE,
  length_mm REAL,
  arch_width_mm REAL,
  thickness_mm REAL,
  arch_height_mm REAL,
  note TEXT NOT NULL
) STRICT, WITHOUT ROWID;

CREATE TABLE part_place (
  n INTEGER PRIMARY KEY,
  part_id TEXT NOT NULL REFERENCES named_part (id),
  pair_id TEXT NOT NULL REFERENCES pair (id),
  how TEXT NOT NULL CHECK (how IN ('instead', 'on top')),
  -- Days; until is the day it was taken out, empty while it is in.
  since TEXT NOT NULL,
  until TEXT
) STRICT;
CREATE INDEX part_place_of_pair ON part_place (pair_id, since);
CREATE INDEX part_place_of_part ON part_place (part_id, since);

-- A shoe that fits true on its label, by the lab's word: others are held against it.
ALTER TABLE edition ADD COLUMN fits_true INTEGER NOT NULL DEFAULT 0;

-- Editions whose inside was measured are found without reading every figure.
CREATE INDEX inside_measured ON sitting_figure (occasion) WHERE quantity = 'internal-length';

-- What a pair is for among the pairs of a tester.
CREATE TABLE pair_job (
  pair_id TEXT PRIMARY KEY REFERENCES pair (id),
  purposes TEXT NOT NULL CHECK (json_valid(purposes)),
  surfaces TEXT NOT NULL CHECK (json_valid(surfaces)),
  season TEXT NOT NULL,
  ice_only INTEGER NOT NULL CHECK (ice_only IN (0, 1)),
  ceiling_km REAL
) STRICT, WITHOUT ROWID;

-- A second look that was promised to readers: on a day, at a distance of a pair, or both.
CREATE TABLE second_look (
  id TEXT PRIMARY KEY,
  edition_id TEXT NOT NULL REFERENCES edition (id),
  pair_id TEXT REFERENCES pair (id),
  what TEXT NOT NULL,
  on_day TEXT,
  at_km REAL,
  ended_on TEXT,
  ended_how TEXT
) STRICT, WITHOUT ROWID;
CREATE INDEX second_look_of_edition ON second_look (edition_id);

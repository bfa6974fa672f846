-- What the pairs of an edition say of each other, by quantity and size: variance components kept
-- until one of their readings changes.
CREATE TABLE consistency (
  n INTEGER PRIMARY KEY,
  edition_id TEXT NOT NULL REFERENCES edition (id),
  quantity TEXT NOT NULL,
  label_system TEXT NOT NULL,
  label_size REAL NOT NULL,
  basis TEXT NOT NULL,
  pairs INTEGER NOT NULL,
  readings INTEGER NOT NULL,
  mean REAL NOT NULL,
  pair_sd REAL NOT NULL,
  sd_low REAL,
  sd_high REAL,
  cv_percent REAL,
  measurement_share REAL,
  side_bias REAL NOT NULL,
  method TEXT NOT NULL,
  -- Too few pairs to be ranked: such rows stand last.
  unranked INTEGER NOT NULL CHECK (unranked IN (0, 1))
) STRICT;
CREATE INDEX consistency_of_edition ON consistency (edition_id, quantity);
CREATE INDEX consistency_in_order ON consistency (quantity, unranked, pair_sd, n);

-- Rows that are to be worked out anew: of a quantity of an edition, or of all of them.
CREATE TABLE stale_consistency (
  edition_id TEXT NOT NULL REFERENCES edition (id),
  -- Empty: all quantities.
  quantity TEXT NOT NULL,
  PRIMARY KEY (edition_id, quantity)
) STRICT;
CREATE INDEX stale_by_quantity ON stale_consistency (quantity);
INSERT INTO stale_consistency SELECT DISTINCT edition_id, '' FROM pair;

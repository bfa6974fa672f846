-- What a lab's repeats and pairs scatter by is pooled robustly: the sums of each group are kept, and
-- the root that is found from them.

DROP TABLE learned_scatter;
ALTER TABLE sitting_figure DROP COLUMN scatter_ss;
ALTER TABLE sitting_figure DROP COLUMN scatter_df;

CREATE TABLE learned_repeats (
  n INTEGER PRIMARY KEY,
  protocol_id TEXT NOT NULL REFERENCES protocol (id),
  quantity TEXT NOT NULL,
  tool TEXT NOT NULL,
  sd REAL NOT NULL DEFAULT 0,
  df REAL NOT NULL DEFAULT 0,
  -- How many groups (pairs of shoes) have repeats.
  groups INTEGER NOT NULL DEFAULT 0,
  hidden INTEGER NOT NULL DEFAULT 0 CHECK (hidden IN (0, 1)),
  -- Ids of the pairs that scatter too far, as JSON.
  apart TEXT NOT NULL DEFAULT '[]',
  -- Changes of groups since the root was found.
  changed INTEGER NOT NULL DEFAULT 0,
  UNIQUE (protocol_id, quantity, tool)
) STRICT;

-- Scatter of the repeats of a published sitting.
CREATE TABLE repeat_scatter (
  learned INTEGER NOT NULL REFERENCES learned_repeats (n),
  occasion INTEGER NOT NULL REFERENCES occasion (n),
  ss REAL NOT NULL,
  df INTEGER NOT NULL,
  PRIMARY KEY (learned, occasion)
) STRICT, WITHOUT ROWID;
CREATE INDEX repeat_scatter_occasion ON repeat_scatter (occasion);

DROP TABLE learned_spread;
CREATE TABLE learned_spread (
  n INTEGER PRIMARY KEY,
  quantity TEXT NOT NULL UNIQUE,
  sd REAL NOT NULL DEFAULT 0,
  df REAL NOT NULL DEFAULT 0,
  groups INTEGER NOT NULL DEFAULT 0,
  hidden INTEGER NOT NULL DEFAULT 0 CHECK (hidden IN (0, 1)),
  apart TEXT NOT NULL DEFAULT '[]',
  changed INTEGER NOT NULL DEFAULT 0
) STRICT;
INSERT INTO learned_spread (quantity, changed)
SELECT quantity, count(*) FROM new_shoe_figure GROUP BY quantity;

-- Squares about the mean of pairs of an edition that are alike.
CREATE TABLE spread_group (
  learned INTEGER NOT NULL REFERENCES learned_spread (n),
  edition_id TEXT NOT NULL REFERENCES edition (id),
  alike TEXT NOT NULL,
  ss REAL NOT NULL,
  df INTEGER NOT NULL,
  PRIMARY KEY (learned, edition_id, alike)
) STRICT, WITHOUT ROWID;
INSERT INTO spread_group (learned, edition_id, alike, ss, df)
SELECT s.n, f.edition_id, f.alike, sum((f.value - m.mean) * (f.value - m.mean)), count(*) - 1
FROM new_shoe_figure f
JOIN learned_spread s ON s.quantity = f.quantity
JOIN (
  SELECT edition_id, quantity, alike, avg(value) AS mean FROM new_shoe_figure
  GROUP BY edition_id, quantity, alike
) m ON m.edition_id = f.edition_id AND m.quantity = f.quantity AND m.alike = f.alike
GROUP BY s.n, f.edition_id, f.alike
HAVING count(*) > 1;

CREATE TRIGGER lab_repeats_changed AFTER UPDATE OF sd, df, groups, hidden, apart ON learned_repeats
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_spread_changed AFTER UPDATE OF sd, df, groups, hidden, apart ON learned_spread
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;

-- Repeats by kind of tool follow from the readings: a pair at a time, beside the service.
UPDATE pair_summary SET stale = 1;

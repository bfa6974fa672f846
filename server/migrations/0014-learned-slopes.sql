-- How figures go with size in this lab: sums over editions measured in sizes that span one full size at
-- least, by the transaction that publishes a pair.
CREATE TABLE learned_slope (
  quantity TEXT PRIMARY KEY,
  -- Editions, each on one basis, and their pairs.
  editions INTEGER NOT NULL,
  pairs INTEGER NOT NULL,
  -- About the means of each: x in full sizes. Then the squares of S, and each edition's own b·Sxy.
  sxx REAL NOT NULL,
  sxy REAL NOT NULL,
  syy REAL NOT NULL,
  sxx_squared REAL NOT NULL,
  explained REAL NOT NULL,
  -- It stands in place of the usual slope.
  in_use INTEGER NOT NULL DEFAULT 0,
  -- A person took it over although it lies far from the usual one.
  taken INTEGER NOT NULL DEFAULT 0
) STRICT;

CREATE TRIGGER lab_slope_added AFTER INSERT ON learned_slope
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_slope_changed AFTER UPDATE ON learned_slope
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;

-- The last length of every figure, not of masses alone, follows from the pairs: one at a time.
UPDATE pair_summary SET stale = 1;

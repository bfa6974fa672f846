-- How figures go with size and with wear in this lab: each group's sums are kept, and the sums over groups.
-- By size a group is an edition on one basis, over its sizes; by wear a pair on one basis, over its km.
CREATE TABLE slope_group (
  by TEXT NOT NULL,
  -- The edition, or the pair.
  owner TEXT NOT NULL,
  quantity TEXT NOT NULL,
  basis TEXT NOT NULL,
  -- About the means of the group: x in full sizes, or in hundreds of km.
  n INTEGER NOT NULL,
  sxx REAL NOT NULL,
  sxy REAL NOT NULL,
  syy REAL NOT NULL,
  -- The distance over which the pair was followed.
  km REAL NOT NULL DEFAULT 0,
  PRIMARY KEY (owner, by, quantity, basis)
) STRICT, WITHOUT ROWID;
CREATE INDEX slope_group_followed ON slope_group (quantity, by, km);

CREATE TABLE slope_before (quantity TEXT PRIMARY KEY, taken INTEGER NOT NULL) STRICT;
INSERT INTO slope_before SELECT quantity, taken FROM learned_slope;
DROP TABLE learned_slope;
CREATE TABLE learned_slope (
  quantity TEXT NOT NULL,
  by TEXT NOT NULL,
  groups INTEGER NOT NULL,
  -- Figures of all groups.
  n INTEGER NOT NULL,
  sxx REAL NOT NULL,
  sxy REAL NOT NULL,
  syy REAL NOT NULL,
  -- The squares of each group's S, and each group's own b·Sxy.
  sxx_squared REAL NOT NULL,
  explained REAL NOT NULL,
  -- It stands in place of the usual slope.
  in_use INTEGER NOT NULL DEFAULT 0,
  -- A person took it over although it lies far from the usual one.
  taken INTEGER NOT NULL DEFAULT 0,
  PRIMARY KEY (quantity, by)
) STRICT;
INSERT INTO learned_slope (quantity, by, groups, n, sxx, sxy, syy, sxx_squared, explained, taken)
SELECT quantity, 'size', 0, 0, 0, 0, 0, 0, 0, taken FROM slope_before;
DROP TABLE slope_before;

CREATE TRIGGER lab_slope_added AFTER INSERT ON learned_slope
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_slope_changed AFTER UPDATE ON learned_slope
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
-- A pair followed for longer carries figures further.
CREATE TRIGGER lab_followed_added AFTER INSERT ON slope_group WHEN NEW.km > 0
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_followed_changed AFTER UPDATE OF km ON slope_group
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_followed_dropped AFTER DELETE ON slope_group WHEN OLD.km > 0
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;

-- Slopes that are shares are sums in % now: all sums are worked out anew, a pair at a time.
DELETE FROM new_shoe_figure;
UPDATE learned_exponent SET masses = 0, editions = 0, sxx = 0, sxy = 0, syy = 0;
UPDATE pair_summary SET stale = 1;

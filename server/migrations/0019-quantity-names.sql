-- Quantities by the names that calculations and files use for them.
CREATE TABLE renamed (before TEXT PRIMARY KEY, name TEXT NOT NULL) STRICT;
INSERT INTO renamed VALUES
  ('width-against-stack', 'width-to-stack'),
  ('tilt-to-edge', 'tilt-angle'),
  ('hardness-medial-over-lateral', 'hardness-medial-less-lateral'),
  ('midsole-wall-medial', 'wall-medial'),
  ('midsole-wall-lateral', 'wall-lateral'),
  ('insole-to-wall', 'insole-step'),
  ('heel-base-flare', 'base-flare'),
  ('heel-board-padding', 'jump-padding'),
  ('heel-tension', 'heel-tension-hand'),
  ('tap-by-ear', 'tap-ear'),
  ('eyelets-used', 'eyelet-rows');

DROP TRIGGER reading_is_not_rewritten;
UPDATE reading SET quantity = (SELECT name FROM renamed WHERE before = quantity)
WHERE quantity IN (SELECT before FROM renamed);
UPDATE curve SET quantity = (SELECT name FROM renamed WHERE before = quantity)
WHERE quantity IN (SELECT before FROM renamed);
UPDATE protocol_station SET quantity = (SELECT name FROM renamed WHERE before = quantity)
WHERE quantity IN (SELECT before FROM renamed);
UPDATE claim SET quantity = (SELECT name FROM renamed WHERE before = quantity)
WHERE quantity IN (SELECT before FROM renamed);
UPDATE reported_figure SET quantity = (SELECT name FROM renamed WHERE before = quantity)
WHERE quantity IN (SELECT before FROM renamed);
UPDATE gauge_study SET quantity = (SELECT name FROM renamed WHERE before = quantity)
WHERE quantity IN (SELECT before FROM renamed);
UPDATE bridge SET quantity = (SELECT name FROM renamed WHERE before = quantity)
WHERE quantity IN (SELECT before FROM renamed);
UPDATE learned_repeats SET quantity = (SELECT name FROM renamed WHERE before = quantity)
WHERE quantity IN (SELECT before FROM renamed);
CREATE TRIGGER reading_is_not_rewritten BEFORE UPDATE ON reading
BEGIN
  SELECT RAISE (ABORT, 'readings are not rewritten: supersede it, with a reason');
END;

UPDATE threshold SET subject = (SELECT name FROM renamed WHERE before = subject)
WHERE subject IN (SELECT before FROM renamed);

-- What follows from readings is worked out anew, a pair at a time.
DELETE FROM spread_group
WHERE learned IN (SELECT n FROM learned_spread WHERE quantity IN (SELECT before FROM renamed));
DELETE FROM learned_spread WHERE quantity IN (SELECT before FROM renamed);
DELETE FROM consistency WHERE quantity IN (SELECT before FROM renamed);
DELETE FROM sitting_figure WHERE quantity IN (SELECT before FROM renamed);
UPDATE pair_summary SET stale = 1;
DROP TABLE renamed;

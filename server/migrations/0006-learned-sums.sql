-- The decision that stands for a pair, that of its latest decided check, stands with the pair.
ALTER TABLE pair ADD COLUMN decision TEXT;
ALTER TABLE pair ADD COLUMN decided_words TEXT NOT NULL DEFAULT '';
ALTER TABLE pair ADD COLUMN decided_occasion INTEGER REFERENCES occasion (n);
UPDATE pair SET decision = d.decision, decided_words = d.decided_words, decided_occasion = d.occasion
FROM pair_decision d WHERE d.pair_id = pair.id;
DROP VIEW left_out_pair;
DROP VIEW pair_decision;

CREATE INDEX pair_replacing ON pair (replaces_id) WHERE replaces_id IS NOT NULL;

-- What the lab learns is kept as sums, by the transaction that changes what they are made of: no
-- request gathers them from all rows.

-- Scatter of repeats by protocol and quantity, over published sittings.
CREATE TABLE learned_scatter (
  protocol_id TEXT NOT NULL REFERENCES protocol (id),
  quantity TEXT NOT NULL,
  ss REAL NOT NULL,
  df INTEGER NOT NULL,
  PRIMARY KEY (protocol_id, quantity)
) STRICT;
INSERT INTO learned_scatter
SELECT s.protocol_id, f.quantity, sum(f.scatter_ss), sum(f.scatter_df)
FROM sitting_figure f JOIN sitting s ON s.occasion = f.occasion
GROUP BY s.protocol_id, f.quantity;

-- The latest published figure of a pair that is as sold, as good as new, and speaks for its model.
CREATE TABLE new_shoe_figure (
  pair_id TEXT NOT NULL REFERENCES pair (id),
  quantity TEXT NOT NULL,
  edition_id TEXT NOT NULL REFERENCES edition (id),
  -- Size, stack basis and set-up: pairs of an edition that agree in it are pooled.
  alike TEXT NOT NULL,
  value REAL NOT NULL,
  -- Logarithm of the last length, of a mass: what its exponent is fitted on.
  log_length REAL,
  PRIMARY KEY (pair_id, quantity)
) STRICT;
CREATE INDEX new_shoe_alike ON new_shoe_figure (edition_id, quantity, alike);

-- Squares about the means of like pairs, by quantity.
CREATE TABLE learned_spread (
  quantity TEXT PRIMARY KEY,
  ss REAL NOT NULL,
  df INTEGER NOT NULL
) STRICT;

-- Sums of log mass on log last length, about the means of each edition.
CREATE TABLE learned_exponent (
  n INTEGER PRIMARY KEY CHECK (n = 1),
  masses INTEGER NOT NULL,
  editions INTEGER NOT NULL,
  sxx REAL NOT NULL,
  sxy REAL NOT NULL,
  syy REAL NOT NULL
) STRICT;
INSERT INTO learned_exponent VALUES (1, 0, 0, 0, 0, 0);

-- The other sums follow from the readings: a pair at a time, beside the service.
INSERT OR IGNORE INTO pair_summary (pair_id, readings, stations_done, stations)
SELECT DISTINCT pair_id, 0, 0, 0 FROM occasion WHERE kind = 'sitting';
UPDATE pair_summary SET stale = 1;

-- Grows with every change of what the lab knows, whoever makes it.
CREATE TABLE revision (
  name TEXT PRIMARY KEY,
  n INTEGER NOT NULL
) STRICT;
INSERT INTO revision VALUES ('lab', 1);

CREATE TRIGGER lab_scatter_added AFTER INSERT ON learned_scatter
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_scatter_changed AFTER UPDATE ON learned_scatter
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_spread_added AFTER INSERT ON learned_spread
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_spread_changed AFTER UPDATE ON learned_spread
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_exponent_changed AFTER UPDATE ON learned_exponent
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_instrument_added AFTER INSERT ON instrument
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_instrument_changed AFTER UPDATE ON instrument
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_calibration_added AFTER INSERT ON calibration
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_drift_check_added AFTER INSERT ON drift_check
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_protocol_added AFTER INSERT ON protocol
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_protocol_changed AFTER UPDATE ON protocol
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_station_added AFTER INSERT ON protocol_station
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_station_dropped AFTER DELETE ON protocol_station
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
-- A protocol that is measured by for the first time can no longer be edited in place.
CREATE TRIGGER lab_protocol_used AFTER INSERT ON sitting
WHEN NOT EXISTS (
  SELECT 1 FROM sitting s WHERE s.protocol_id = NEW.protocol_id AND s.occasion <> NEW.occasion
)
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_study_changed AFTER UPDATE ON gauge_study
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_bridge_added AFTER INSERT ON bridge
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_bridge_changed AFTER UPDATE ON bridge
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_quantity_added AFTER INSERT ON own_quantity
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_setting_added AFTER INSERT ON setting
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_setting_changed AFTER UPDATE ON setting
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;
CREATE TRIGGER lab_person_added AFTER INSERT ON person
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;

-- Measure in full: calibrations, drift checks, versioned protocols by kind of tool, the room of a
-- reading, curves, a lab's own quantities, and what the lab as a whole learns from.

ALTER TABLE instrument ADD COLUMN connection TEXT NOT NULL DEFAULT '';
ALTER TABLE instrument ADD COLUMN serial TEXT NOT NULL DEFAULT '';
ALTER TABLE instrument ADD COLUMN retired TEXT NOT NULL DEFAULT '';

CREATE TABLE calibration (
  id TEXT PRIMARY KEY,
  instrument_id TEXT NOT NULL REFERENCES instrument (id),
  certificate TEXT NOT NULL,
  calibrated_on TEXT NOT NULL,
  due_on TEXT NOT NULL,
  expanded_u REAL NOT NULL CHECK (expanded_u >= 0),
  zero_u REAL NOT NULL CHECK (zero_u >= 0),
  gain_u REAL NOT NULL CHECK (gain_u >= 0),
  CHECK (calibrated_on <= due_on)
) STRICT;
CREATE INDEX calibration_of_instrument ON calibration (instrument_id, calibrated_on);

CREATE TABLE drift_check (
  id TEXT PRIMARY KEY,
  instrument_id TEXT NOT NULL REFERENCES instrument (id),
  at TEXT NOT NULL,
  piece TEXT NOT NULL,
  nominal REAL NOT NULL,
  piece_u REAL NOT NULL CHECK (piece_u >= 0),
  value REAL NOT NULL,
  person TEXT NOT NULL
) STRICT;
CREATE INDEX drift_of_instrument ON drift_check (instrument_id, at);

-- A protocol is a line of versions; only its newest is offered.
ALTER TABLE protocol ADD COLUMN line_id TEXT NOT NULL DEFAULT '';
ALTER TABLE protocol ADD COLUMN conditioning TEXT NOT NULL DEFAULT '';
ALTER TABLE protocol ADD COLUMN retired INTEGER NOT NULL DEFAULT 0 CHECK (retired IN (0, 1));
UPDATE protocol SET line_id = id;

-- A station names a kind of tool; which instrument of the kind was used stands with the reading.
CREATE TABLE station_by_kind (
  protocol_id TEXT NOT NULL REFERENCES protocol (id),
  position INTEGER NOT NULL,
  quantity TEXT NOT NULL,
  optional INTEGER NOT NULL CHECK (optional IN (0, 1)),
  repeats INTEGER NOT NULL CHECK (repeats >= 1),
  tool TEXT NOT NULL,
  setup TEXT NOT NULL,
  repeatability_sd REAL NOT NULL CHECK (repeatability_sd >= 0),
  repeatability_df REAL NOT NULL CHECK (repeatability_df > 0),
  PRIMARY KEY (protocol_id, position),
  UNIQUE (protocol_id, quantity)
) STRICT;
INSERT INTO station_by_kind
SELECT s.protocol_id, s.position, s.quantity, s.optional, s.repeats, i.kind, '',
  s.repeatability_sd, s.repeatability_df
FROM protocol_station s JOIN instrument i ON i.id = s.instrument_id;
DROP TABLE protocol_station;
ALTER TABLE station_by_kind RENAME TO protocol_station;

ALTER TABLE session ADD COLUMN removed TEXT NOT NULL DEFAULT '';
ALTER TABLE session ADD COLUMN conditioned INTEGER CHECK (conditioned IN (0, 1));

CREATE TABLE curve (
  id TEXT PRIMARY KEY,
  session_id TEXT NOT NULL REFERENCES session (id),
  side TEXT NOT NULL CHECK (side IN ('left', 'right')),
  quantity TEXT NOT NULL,
  instrument_id TEXT NOT NULL REFERENCES instrument (id),
  taken_at TEXT NOT NULL,
  -- Samples as taken: x then y, little-endian doubles.
  samples BLOB NOT NULL,
  n INTEGER NOT NULL CHECK (n >= 3)
) STRICT;
CREATE INDEX curve_of_session ON curve (session_id);

ALTER TABLE reading ADD COLUMN entered TEXT NOT NULL DEFAULT 'typed'
  CHECK (entered IN ('typed', 'live', 'file', 'curve'));
ALTER TABLE reading ADD COLUMN temperature_c REAL;
ALTER TABLE reading ADD COLUMN humidity_pct REAL CHECK (humidity_pct BETWEEN 0 AND 100);
ALTER TABLE reading ADD COLUMN curve_id TEXT REFERENCES curve (id);
ALTER TABLE reading ADD COLUMN curve_window TEXT CHECK (json_valid(curve_window));
ALTER TABLE reading ADD COLUMN cycle_sd REAL CHECK (cycle_sd >= 0);
-- What a file brings is looked up by when and where it was taken.
CREATE INDEX reading_at ON reading (taken_at, quantity, side, trial);

-- The view names its columns when it is made; it is made anew to show the new ones.
DROP VIEW standing_reading;
CREATE VIEW standing_reading AS
SELECT r.*
FROM reading r
WHERE NOT EXISTS (SELECT 1 FROM reading_void v WHERE v.reading_id = r.id)
  AND NOT EXISTS (SELECT 1 FROM reading later WHERE later.supersedes_id = r.id);

CREATE TABLE own_quantity (
  id TEXT PRIMARY KEY CHECK (id LIKE 'own-%'),
  definition TEXT NOT NULL CHECK (json_valid(definition))
) STRICT;

-- The pair's figure of each quantity in a session, and the scatter of its repeats: what the lab as
-- a whole learns from, kept in step by the transaction that adds or voids a reading.
CREATE TABLE session_figure (
  session_id TEXT NOT NULL REFERENCES session (id),
  quantity TEXT NOT NULL,
  value REAL NOT NULL,
  scatter_ss REAL NOT NULL,
  scatter_df INTEGER NOT NULL,
  PRIMARY KEY (session_id, quantity)
) STRICT;

-- Pairs whose cached rows are to be worked out again: after an update, or after a file.
ALTER TABLE pair_summary ADD COLUMN stale INTEGER NOT NULL DEFAULT 0 CHECK (stale IN (0, 1));
INSERT OR IGNORE INTO pair_summary (pair_id, readings, stations_done, stations)
SELECT DISTINCT pair_id, 0, 0, 0 FROM session;
UPDATE pair_summary SET stale = 1;
CREATE INDEX stale_summary ON pair_summary (pair_id) WHERE stale = 1;

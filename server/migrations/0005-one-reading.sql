-- One reading, whatever it was taken in: a sitting, a check of left against right, a turn of a gauge
-- study. What these share is an occasion; moments become UTC with milliseconds; words that core
-- knows are no longer repeated in CHECK lists, which older programs read differently.

CREATE TABLE occasion (
  -- Within the book; what leaves it goes by the id.
  n INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL,
  -- Null: of no one pair, as a study is.
  pair_id TEXT REFERENCES pair (id),
  person TEXT NOT NULL,
  started_at TEXT NOT NULL
) STRICT;

INSERT INTO occasion (id, kind, pair_id, person, started_at)
SELECT id, 'sitting', pair_id, person, coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', started_at), started_at)
FROM session ORDER BY rowid;
INSERT INTO occasion (id, kind, pair_id, person, started_at)
SELECT id, 'check', pair_id, person, coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', started_at), started_at)
FROM match_check ORDER BY rowid;
INSERT INTO occasion (id, kind, pair_id, person, started_at)
SELECT id, 'study', NULL, '', coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', planned_at), planned_at)
FROM gauge_study ORDER BY rowid;
CREATE INDEX occasion_of_pair ON occasion (pair_id, kind, started_at);

CREATE TABLE sitting (
  occasion INTEGER PRIMARY KEY REFERENCES occasion (n),
  protocol_id TEXT NOT NULL REFERENCES protocol (id),
  configuration TEXT NOT NULL,
  removed TEXT NOT NULL,
  conditioned INTEGER,
  worn_km REAL NOT NULL,
  finished_at TEXT,
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
INSERT INTO sitting
SELECT o.n, s.protocol_id, s.configuration, s.removed, s.conditioned, s.worn_km,
  coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', s.finished_at), s.finished_at), s.version
FROM session s JOIN occasion o ON o.id = s.id;

CREATE INDEX sitting_by_protocol ON sitting (protocol_id);

CREATE TABLE sitting_note (
  id TEXT PRIMARY KEY,
  occasion INTEGER NOT NULL REFERENCES sitting (occasion),
  text TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;
INSERT INTO sitting_note
SELECT n.id, o.n, n.text, coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', n.at), n.at)
FROM session_note n JOIN occasion o ON o.id = n.session_id
ORDER BY n.rowid;
CREATE INDEX note_of_sitting ON sitting_note (occasion);

CREATE TABLE checking (
  occasion INTEGER PRIMARY KEY REFERENCES occasion (n),
  extent TEXT NOT NULL,
  -- What was seen: labels as read, marks under the footbeds, looks, and features left out.
  seen TEXT NOT NULL,
  decision TEXT,
  decision_note TEXT NOT NULL DEFAULT '',
  unworn INTEGER,
  decided_at TEXT,
  -- The verdict in words as it stood when it was decided.
  decided_words TEXT NOT NULL DEFAULT ''
) STRICT;
INSERT INTO checking
SELECT o.n, c.kind, c.seen, c.decision, c.decision_note, c.unworn,
  coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', c.decided_at), c.decided_at), c.decided_words
FROM match_check c JOIN occasion o ON o.id = c.id;

CREATE TABLE studying (
  occasion INTEGER PRIMARY KEY REFERENCES occasion (n),
  name TEXT NOT NULL COLLATE NOCASE UNIQUE,
  quantity TEXT NOT NULL,
  instrument_id TEXT NOT NULL REFERENCES instrument (id),
  -- The line of protocols whose sittings lean on it.
  protocol_line_id TEXT NOT NULL,
  parts TEXT NOT NULL,
  operators TEXT NOT NULL,
  trials INTEGER NOT NULL,
  tolerance REAL,
  -- The order of taking, as it was drawn.
  turns TEXT NOT NULL,
  -- Why it was ended before all turns were taken; empty: it was not.
  ended TEXT NOT NULL DEFAULT '',
  -- From when on sittings lean on it; null: they do not.
  adopted_at TEXT,
  adopted TEXT,
  retired TEXT NOT NULL DEFAULT ''
) STRICT;
INSERT INTO studying
SELECT o.n, g.name, g.quantity, g.instrument_id, g.protocol_line_id, g.parts, g.operators, g.trials,
  g.tolerance, g.turns, g.ended,
  coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', g.adopted_at), g.adopted_at), g.adopted, g.retired
FROM gauge_study g JOIN occasion o ON o.id = g.id;

CREATE TABLE curve_taken (
  id TEXT PRIMARY KEY,
  occasion INTEGER NOT NULL REFERENCES sitting (occasion),
  side TEXT NOT NULL,
  quantity TEXT NOT NULL,
  instrument_id TEXT NOT NULL REFERENCES instrument (id),
  taken_at TEXT NOT NULL,
  -- Samples as taken: x then y, little-endian doubles; seconds too, where the fixture gave them.
  samples BLOB NOT NULL,
  n INTEGER NOT NULL,
  seconds BLOB
) STRICT;
INSERT INTO curve_taken
SELECT c.id, o.n, c.side, c.quantity, c.instrument_id,
  coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', c.taken_at), c.taken_at), c.samples, c.n, c.seconds
FROM curve c JOIN occasion o ON o.id = c.session_id
ORDER BY c.rowid;

-- Readings are append-only: a correction is a further reading that supersedes, a void a row beside.
CREATE TABLE reading_taken (
  n INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  occasion INTEGER NOT NULL REFERENCES occasion (n),
  -- Null: a turn of a study, of whatever its part is.
  side TEXT,
  quantity TEXT NOT NULL,
  trial INTEGER NOT NULL,
  typed TEXT NOT NULL,
  unit TEXT NOT NULL,
  value REAL NOT NULL,
  -- Null: a usual tool of the kind, not one of the lab's.
  instrument_id TEXT REFERENCES instrument (id),
  taken_at TEXT NOT NULL,
  supersedes INTEGER REFERENCES reading (n),
  reason TEXT NOT NULL DEFAULT '',
  note TEXT NOT NULL DEFAULT '',
  entered TEXT NOT NULL,
  temperature_c REAL,
  humidity_pct REAL,
  curve_id TEXT REFERENCES curve (id),
  curve_window TEXT,
  cycle_sd REAL,
  -- Of a study: which of its turns, and the part that was measured.
  turn INTEGER,
  part TEXT
) STRICT;
INSERT INTO reading_taken
  (id, occasion, side, quantity, trial, typed, unit, value, instrument_id, taken_at, reason, note,
   entered, temperature_c, humidity_pct, curve_id, curve_window, cycle_sd)
SELECT r.id, o.n, r.side, r.quantity, r.trial, r.typed, r.unit, r.value, r.instrument_id,
  coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', r.taken_at), r.taken_at), r.reason, r.note, r.entered,
  r.temperature_c, r.humidity_pct, r.curve_id, r.curve_window, r.cycle_sd
FROM reading r JOIN occasion o ON o.id = r.session_id
ORDER BY r.rowid;
UPDATE reading_taken
SET supersedes = earlier.n
FROM reading r JOIN reading_taken earlier ON earlier.id = r.supersedes_id
WHERE r.id = reading_taken.id;
INSERT INTO reading_taken
  (id, occasion, side, quantity, trial, typed, unit, value, instrument_id, taken_at, entered)
SELECT r.id, o.n, r.side, r.feature,
  row_number() OVER (PARTITION BY r.check_id, r.feature, r.side ORDER BY r.rowid),
  r.typed, r.unit, r.value, r.instrument_id,
  coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', r.taken_at), r.taken_at), 'typed'
FROM match_reading r JOIN occasion o ON o.id = r.check_id
ORDER BY r.rowid;
INSERT INTO reading_taken
  (id, occasion, quantity, trial, typed, unit, value, instrument_id, taken_at, entered, turn, part)
SELECT r.id, o.n, g.quantity, row_number() OVER (PARTITION BY r.study_id, r.turn ORDER BY r.rowid),
  r.typed, r.unit, r.value, g.instrument_id,
  coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', r.taken_at), r.taken_at), 'typed', r.turn,
  json_extract(g.turns, '$[' || r.turn || '].part')
FROM gauge_study_reading r
JOIN gauge_study g ON g.id = r.study_id
JOIN occasion o ON o.id = r.study_id
ORDER BY r.rowid;

CREATE TABLE void (
  reading INTEGER PRIMARY KEY REFERENCES reading (n),
  reason TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;
INSERT INTO void
SELECT t.n, v.reason, coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', v.at), v.at)
FROM (
  SELECT * FROM reading_void
  UNION ALL SELECT * FROM match_reading_void
  UNION ALL SELECT * FROM gauge_study_void
) v
JOIN reading_taken t ON t.id = v.reading_id
ORDER BY t.n;

CREATE TABLE figure_of_sitting (
  occasion INTEGER NOT NULL REFERENCES sitting (occasion),
  quantity TEXT NOT NULL,
  value REAL NOT NULL,
  scatter_ss REAL NOT NULL,
  scatter_df INTEGER NOT NULL,
  PRIMARY KEY (occasion, quantity)
) STRICT;
INSERT INTO figure_of_sitting
SELECT o.n, f.quantity, f.value, f.scatter_ss, f.scatter_df
FROM session_figure f JOIN occasion o ON o.id = f.session_id;

CREATE TABLE pair_held (
  id TEXT PRIMARY KEY,
  tag TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (tag <> ''),
  edition_id TEXT NOT NULL REFERENCES edition (id),
  label_system TEXT NOT NULL,
  label_size REAL NOT NULL,
  width TEXT NOT NULL,
  colour TEXT NOT NULL,
  shoes TEXT NOT NULL,
  acquisition TEXT NOT NULL,
  obtained_from TEXT NOT NULL,
  links_pay INTEGER NOT NULL,
  maker_saw_text INTEGER NOT NULL,
  currency TEXT NOT NULL,
  list_price REAL,
  paid_price REAL,
  received_on TEXT NOT NULL,
  return_by TEXT,
  worn_km REAL NOT NULL,
  note TEXT NOT NULL,
  shelved INTEGER NOT NULL,
  version INTEGER NOT NULL DEFAULT 1,
  lot TEXT NOT NULL DEFAULT '',
  replaces_id TEXT REFERENCES pair (id),
  counts_anyway TEXT NOT NULL DEFAULT ''
) STRICT;
INSERT INTO pair_held
SELECT id, tag, edition_id, label_system, label_size, width, colour, shoes, acquisition,
  obtained_from, links_pay, maker_saw_text, currency, list_price, paid_price, received_on, return_by,
  worn_km, note, shelved, version, lot, replaces_id, counts_anyway
FROM pair;

CREATE TABLE person_known (
  id TEXT PRIMARY KEY,
  code TEXT NOT NULL UNIQUE COLLATE NOCASE,
  role TEXT NOT NULL
) STRICT;
INSERT INTO person_known SELECT id, code, role FROM person;

CREATE TABLE photograph_kept (
  id TEXT PRIMARY KEY,
  subject_kind TEXT NOT NULL,
  subject_id TEXT NOT NULL,
  side TEXT NOT NULL,
  caption TEXT NOT NULL,
  hash TEXT NOT NULL,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  bytes INTEGER NOT NULL,
  added_at TEXT NOT NULL,
  person TEXT NOT NULL
) STRICT;
INSERT INTO photograph_kept
SELECT id, subject_kind, subject_id, side, caption, hash, width, height, bytes,
  coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', added_at), added_at), person
FROM photograph;

UPDATE drift_check SET at = coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', at), at);
UPDATE tolerance_change SET at = coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', at), at);
UPDATE bridge SET kept_at = coalesce(strftime('%Y-%m-%dT%H:%M:%fZ', kept_at), kept_at);

DROP VIEW standing_reading;
DROP VIEW left_out_pair;
DROP VIEW pair_decision;
DROP TABLE gauge_study_void;
DROP TABLE gauge_study_reading;
DROP TABLE gauge_study;
DROP TABLE match_reading_void;
DROP TABLE match_reading;
DROP TABLE match_check;
DROP TABLE reading_void;
DROP TRIGGER reading_is_kept;
DROP TABLE reading;
DROP TABLE curve;
DROP TABLE session_figure;
DROP TABLE session_note;
DROP TABLE session;
DROP TABLE pair;
DROP TABLE person;
DROP TABLE photograph;
ALTER TABLE reading_taken RENAME TO reading;
ALTER TABLE void RENAME TO reading_void;
ALTER TABLE curve_taken RENAME TO curve;
ALTER TABLE figure_of_sitting RENAME TO sitting_figure;
ALTER TABLE checking RENAME TO match_check;
ALTER TABLE studying RENAME TO gauge_study;
ALTER TABLE pair_held RENAME TO pair;
ALTER TABLE person_known RENAME TO person;
ALTER TABLE photograph_kept RENAME TO photograph;

CREATE INDEX reading_of_occasion ON reading (occasion, quantity, side, trial);
-- Most readings are corrected by none and come from no curve.
CREATE UNIQUE INDEX reading_superseded ON reading (supersedes) WHERE supersedes IS NOT NULL;
CREATE INDEX curve_of_sitting ON curve (occasion);
CREATE INDEX pair_of_edition ON pair (edition_id);
CREATE INDEX photograph_of_subject ON photograph (subject_kind, subject_id);
CREATE INDEX photograph_by_hash ON photograph (hash);

CREATE TRIGGER reading_is_kept BEFORE DELETE ON reading
BEGIN
  SELECT RAISE (ABORT, 'readings are kept: void it, with a reason');
END;

CREATE TRIGGER reading_is_not_rewritten BEFORE UPDATE ON reading
BEGIN
  SELECT RAISE (ABORT, 'readings are not rewritten: supersede it, with a reason');
END;

CREATE VIEW standing_reading AS
SELECT r.*
FROM reading r
WHERE NOT EXISTS (SELECT 1 FROM reading_void v WHERE v.reading = r.n)
  AND NOT EXISTS (SELECT 1 FROM reading later WHERE later.supersedes = r.n);

-- The decision that stands for a pair: that of its latest decided check.
CREATE VIEW pair_decision AS
SELECT pair_id, check_id, occasion, decision, decided_at, decided_words
FROM (
  SELECT o.pair_id, o.id AS check_id, c.*,
    row_number() OVER (PARTITION BY o.pair_id ORDER BY c.decided_at DESC, o.id DESC) AS nth
  FROM match_check c JOIN occasion o ON o.n = c.occasion
  WHERE c.decision IS NOT NULL
)
WHERE nth = 1;

-- Pairs that do not speak for their model: rejected, and not included by hand.
CREATE VIEW left_out_pair AS
SELECT d.pair_id, d.decided_words AS words
FROM pair_decision d JOIN pair p ON p.id = d.pair_id
WHERE d.decision = 'return' AND p.counts_anyway = '';

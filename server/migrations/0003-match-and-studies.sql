-- Match: are the two shoes of a pair the same; photographs; studies of models, gauges and methods.

-- Lot as on the box, what a replacement replaces, and whether a rejected pair counts all the same.
ALTER TABLE pair ADD COLUMN lot TEXT NOT NULL DEFAULT '';
ALTER TABLE pair ADD COLUMN replaces_id TEXT REFERENCES pair (id);
ALTER TABLE pair ADD COLUMN counts_anyway TEXT NOT NULL DEFAULT '';
ALTER TABLE edition ADD COLUMN discipline TEXT NOT NULL DEFAULT '';

CREATE TABLE match_check (
  id TEXT PRIMARY KEY,
  pair_id TEXT NOT NULL REFERENCES pair (id),
  person TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('full', 'short')),
  started_at TEXT NOT NULL,
  -- What was seen: labels as read, marks under the footbeds, looks, and features left out.
  seen TEXT NOT NULL CHECK (json_valid(seen)),
  decision TEXT CHECK (decision IN ('keep', 'keep and note', 'return')),
  decision_note TEXT NOT NULL DEFAULT '',
  unworn INTEGER CHECK (unworn IN (0, 1)),
  decided_at TEXT,
  -- The verdict in words as it stood when it was decided.
  decided_words TEXT NOT NULL DEFAULT '',
  CHECK ((decision IS NULL) = (decided_at IS NULL))
) STRICT;
CREATE INDEX match_of_pair ON match_check (pair_id, started_at);

CREATE TABLE match_reading (
  id TEXT PRIMARY KEY,
  check_id TEXT NOT NULL REFERENCES match_check (id),
  feature TEXT NOT NULL,
  side TEXT NOT NULL CHECK (side IN ('left', 'right')),
  typed TEXT NOT NULL,
  unit TEXT NOT NULL,
  value REAL NOT NULL,
  instrument_id TEXT REFERENCES instrument (id),
  taken_at TEXT NOT NULL
) STRICT;
CREATE INDEX match_reading_of_check ON match_reading (check_id);
CREATE INDEX match_reading_by_instrument ON match_reading (instrument_id, taken_at);

CREATE TABLE match_reading_void (
  reading_id TEXT PRIMARY KEY REFERENCES match_reading (id),
  reason TEXT NOT NULL CHECK (reason <> ''),
  at TEXT NOT NULL
) STRICT;

CREATE TRIGGER match_reading_is_kept BEFORE DELETE ON match_reading
BEGIN
  SELECT RAISE (ABORT, 'readings are kept: void it, with a reason');
END;

CREATE TRIGGER match_reading_is_not_rewritten BEFORE UPDATE ON match_reading
BEGIN
  SELECT RAISE (ABORT, 'readings are not rewritten: void it and take it again');
END;

-- The decision that stands for a pair: that of its latest decided check.
CREATE VIEW pair_decision AS
SELECT pair_id, id AS check_id, decision, decided_at, decided_words
FROM (
  SELECT *, row_number() OVER (PARTITION BY pair_id ORDER BY decided_at DESC, id DESC) AS nth
  FROM match_check
  WHERE decision IS NOT NULL
)
WHERE nth = 1;

-- Pairs that do not speak for their model: rejected, and not included by hand.
CREATE VIEW left_out_pair AS
SELECT d.pair_id, d.decided_words AS words
FROM pair_decision d JOIN pair p ON p.id = d.pair_id
WHERE d.decision = 'return' AND p.counts_anyway = '';

-- The outsole features of a model, as the bench named them.
CREATE TABLE match_feature_name (
  model_id TEXT NOT NULL REFERENCES model (id),
  feature TEXT NOT NULL,
  name TEXT NOT NULL CHECK (name <> ''),
  PRIMARY KEY (model_id, feature)
) STRICT;

-- Tolerances as a lab changed them; the latest of a feature and discipline stands.
CREATE TABLE tolerance_change (
  id TEXT PRIMARY KEY,
  feature TEXT NOT NULL,
  -- Empty: in every discipline that has none of its own.
  discipline TEXT NOT NULL,
  absolute REAL NOT NULL CHECK (absolute >= 0),
  share REAL NOT NULL CHECK (share >= 0),
  at TEXT NOT NULL,
  person TEXT NOT NULL,
  reason TEXT NOT NULL
) STRICT;
CREATE INDEX tolerance_of_feature ON tolerance_change (feature, discipline, at);

-- Photographs lie beside the database, named by their content.
CREATE TABLE photograph (
  id TEXT PRIMARY KEY,
  subject_kind TEXT NOT NULL CHECK (subject_kind IN ('pair', 'match', 'note')),
  subject_id TEXT NOT NULL,
  side TEXT NOT NULL CHECK (side IN ('', 'left', 'right')),
  caption TEXT NOT NULL,
  hash TEXT NOT NULL,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  bytes INTEGER NOT NULL,
  added_at TEXT NOT NULL,
  person TEXT NOT NULL
) STRICT;
CREATE INDEX photograph_of_subject ON photograph (subject_kind, subject_id);
CREATE INDEX photograph_by_hash ON photograph (hash);

CREATE TABLE gauge_study (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL COLLATE NOCASE UNIQUE CHECK (name <> ''),
  quantity TEXT NOT NULL,
  instrument_id TEXT NOT NULL REFERENCES instrument (id),
  -- The line of protocols whose sessions lean on it.
  protocol_line_id TEXT NOT NULL,
  parts TEXT NOT NULL CHECK (json_valid(parts)),
  operators TEXT NOT NULL CHECK (json_valid(operators)),
  trials INTEGER NOT NULL CHECK (trials >= 1),
  tolerance REAL CHECK (tolerance > 0),
  -- The order of taking, as it was drawn.
  turns TEXT NOT NULL CHECK (json_valid(turns)),
  planned_at TEXT NOT NULL,
  -- Why it was ended before all turns were taken; empty: it was not.
  ended TEXT NOT NULL DEFAULT '',
  -- From when on sessions lean on it; null: they do not.
  adopted_at TEXT,
  adopted TEXT CHECK (json_valid(adopted)),
  retired TEXT NOT NULL DEFAULT ''
) STRICT;

CREATE TABLE gauge_study_reading (
  id TEXT PRIMARY KEY,
  study_id TEXT NOT NULL REFERENCES gauge_study (id),
  turn INTEGER NOT NULL CHECK (turn >= 0),
  typed TEXT NOT NULL,
  unit TEXT NOT NULL,
  value REAL NOT NULL,
  taken_at TEXT NOT NULL
) STRICT;
CREATE INDEX reading_of_study ON gauge_study_reading (study_id, turn);

CREATE TABLE gauge_study_void (
  reading_id TEXT PRIMARY KEY REFERENCES gauge_study_reading (id),
  reason TEXT NOT NULL CHECK (reason <> ''),
  at TEXT NOT NULL
) STRICT;

-- A lab's own conversion between two methods, with what it was found from.
CREATE TABLE bridge (
  id TEXT PRIMARY KEY,
  quantity TEXT NOT NULL,
  from_method TEXT NOT NULL CHECK (json_valid(from_method)),
  to_method TEXT NOT NULL CHECK (json_valid(to_method)),
  found TEXT NOT NULL CHECK (json_valid(found)),
  kept_at TEXT NOT NULL,
  person TEXT NOT NULL,
  retired TEXT NOT NULL DEFAULT ''
) STRICT;

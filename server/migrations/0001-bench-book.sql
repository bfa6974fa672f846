-- The bench book: makers to readings. Values are in mm, g and km; identifiers are UUIDv7.

CREATE TABLE maker (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL COLLATE NOCASE UNIQUE CHECK (name <> '')
) STRICT;

CREATE TABLE model (
  id TEXT PRIMARY KEY,
  maker_id TEXT NOT NULL REFERENCES maker (id),
  name TEXT NOT NULL COLLATE NOCASE CHECK (name <> ''),
  UNIQUE (maker_id, name)
) STRICT;

CREATE TABLE edition (
  id TEXT PRIMARY KEY,
  model_id TEXT NOT NULL REFERENCES model (id),
  name TEXT NOT NULL COLLATE NOCASE,
  slug TEXT NOT NULL UNIQUE,
  made_system TEXT,
  made_from REAL,
  made_to REAL,
  half_sizes INTEGER CHECK (half_sizes IN (0, 1)),
  UNIQUE (model_id, name),
  CHECK ((made_system IS NULL) = (made_from IS NULL)),
  CHECK (made_from <= made_to)
) STRICT;

CREATE TABLE edition_width (
  edition_id TEXT NOT NULL REFERENCES edition (id),
  width TEXT NOT NULL,
  PRIMARY KEY (edition_id, width)
) STRICT;

CREATE TABLE edition_colour (
  edition_id TEXT NOT NULL REFERENCES edition (id),
  colour TEXT NOT NULL,
  PRIMARY KEY (edition_id, colour)
) STRICT;

CREATE TABLE claim (
  id TEXT PRIMARY KEY,
  edition_id TEXT NOT NULL REFERENCES edition (id),
  quantity TEXT NOT NULL,
  typed TEXT NOT NULL,
  value REAL NOT NULL,
  half_width REAL NOT NULL CHECK (half_width >= 0),
  label_system TEXT,
  label_size REAL,
  stated_basis TEXT NOT NULL CHECK (json_valid(stated_basis)),
  source TEXT NOT NULL,
  withdrawn TEXT,
  CHECK ((label_system IS NULL) = (label_size IS NULL))
) STRICT;
CREATE INDEX claim_of_edition ON claim (edition_id);

CREATE TABLE reported_figure (
  id TEXT PRIMARY KEY,
  edition_id TEXT NOT NULL REFERENCES edition (id),
  quantity TEXT NOT NULL,
  typed TEXT NOT NULL,
  value REAL NOT NULL,
  label_system TEXT,
  label_size REAL,
  basis TEXT NOT NULL,
  source TEXT NOT NULL,
  dated TEXT
) STRICT;
CREATE INDEX reported_of_edition ON reported_figure (edition_id);

CREATE TABLE pair (
  id TEXT PRIMARY KEY,
  tag TEXT NOT NULL UNIQUE COLLATE NOCASE CHECK (tag <> ''),
  edition_id TEXT NOT NULL REFERENCES edition (id),
  label_system TEXT NOT NULL,
  label_size REAL NOT NULL,
  width TEXT NOT NULL,
  colour TEXT NOT NULL,
  shoes TEXT NOT NULL CHECK (shoes IN ('both', 'left only', 'right only')),
  acquisition TEXT NOT NULL CHECK (acquisition IN ('bought', 'loaned', 'gifted')),
  obtained_from TEXT NOT NULL,
  links_pay INTEGER NOT NULL CHECK (links_pay IN (0, 1)),
  maker_saw_text INTEGER NOT NULL CHECK (maker_saw_text IN (0, 1)),
  currency TEXT NOT NULL,
  list_price REAL CHECK (list_price >= 0),
  paid_price REAL CHECK (paid_price >= 0),
  received_on TEXT NOT NULL,
  return_by TEXT,
  worn_km REAL NOT NULL CHECK (worn_km >= 0),
  note TEXT NOT NULL,
  shelved INTEGER NOT NULL CHECK (shelved IN (0, 1)),
  version INTEGER NOT NULL DEFAULT 1
) STRICT;
CREATE INDEX pair_of_edition ON pair (edition_id);

CREATE TABLE person (
  id TEXT PRIMARY KEY,
  code TEXT NOT NULL UNIQUE COLLATE NOCASE,
  role TEXT NOT NULL CHECK (role IN ('bench', 'tester'))
) STRICT;

CREATE TABLE instrument (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL,
  unit TEXT NOT NULL,
  resolution REAL NOT NULL CHECK (resolution > 0),
  zero_u REAL NOT NULL CHECK (zero_u >= 0),
  gain_u REAL NOT NULL CHECK (gain_u >= 0)
) STRICT;

CREATE TABLE protocol (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL,
  version INTEGER NOT NULL CHECK (version >= 1),
  position INTEGER NOT NULL,
  stack TEXT NOT NULL CHECK (json_valid(stack)),
  UNIQUE (name, version)
) STRICT;

CREATE TABLE protocol_station (
  protocol_id TEXT NOT NULL REFERENCES protocol (id),
  position INTEGER NOT NULL,
  quantity TEXT NOT NULL,
  optional INTEGER NOT NULL CHECK (optional IN (0, 1)),
  repeats INTEGER NOT NULL CHECK (repeats >= 1),
  instrument_id TEXT NOT NULL REFERENCES instrument (id),
  repeatability_sd REAL NOT NULL CHECK (repeatability_sd >= 0),
  repeatability_df REAL NOT NULL CHECK (repeatability_df > 0),
  PRIMARY KEY (protocol_id, position),
  UNIQUE (protocol_id, quantity)
) STRICT;

CREATE TABLE session (
  id TEXT PRIMARY KEY,
  pair_id TEXT NOT NULL REFERENCES pair (id),
  protocol_id TEXT NOT NULL REFERENCES protocol (id),
  person TEXT NOT NULL,
  configuration TEXT NOT NULL,
  worn_km REAL NOT NULL CHECK (worn_km >= 0),
  started_at TEXT NOT NULL,
  finished_at TEXT
) STRICT;
CREATE INDEX session_of_pair ON session (pair_id);

CREATE TABLE session_note (
  id TEXT PRIMARY KEY,
  session_id TEXT NOT NULL REFERENCES session (id),
  text TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;
CREATE INDEX note_of_session ON session_note (session_id);

-- Readings are append-only: a correction is a further reading that supersedes, a void a row beside.
CREATE TABLE reading (
  id TEXT PRIMARY KEY,
  session_id TEXT NOT NULL REFERENCES session (id),
  side TEXT NOT NULL CHECK (side IN ('left', 'right')),
  quantity TEXT NOT NULL,
  trial INTEGER NOT NULL CHECK (trial >= 1),
  typed TEXT NOT NULL,
  unit TEXT NOT NULL,
  value REAL NOT NULL,
  instrument_id TEXT NOT NULL REFERENCES instrument (id),
  taken_at TEXT NOT NULL,
  supersedes_id TEXT UNIQUE REFERENCES reading (id),
  reason TEXT NOT NULL,
  note TEXT NOT NULL,
  CHECK (supersedes_id IS NULL OR reason <> '')
) STRICT;
CREATE INDEX reading_of_session ON reading (session_id, quantity, side, trial);

CREATE TABLE reading_void (
  reading_id TEXT PRIMARY KEY REFERENCES reading (id),
  reason TEXT NOT NULL CHECK (reason <> ''),
  at TEXT NOT NULL
) STRICT;

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
WHERE NOT EXISTS (SELECT 1 FROM reading_void v WHERE v.reading_id = r.id)
  AND NOT EXISTS (SELECT 1 FROM reading later WHERE later.supersedes_id = r.id);

-- What the list of pairs shows, kept in step by the transaction that adds or voids a reading.
CREATE TABLE pair_summary (
  pair_id TEXT PRIMARY KEY REFERENCES pair (id),
  readings INTEGER NOT NULL,
  stations_done INTEGER NOT NULL,
  stations INTEGER NOT NULL,
  heel_mm REAL,
  forefoot_mm REAL,
  mass_g REAL
) STRICT;

CREATE TABLE setting (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL CHECK (json_valid(value))
) STRICT;

-- Every change, under the id its client gave it: the audit, and what makes a second sending harmless.
CREATE TABLE change (
  id TEXT PRIMARY KEY,
  at TEXT NOT NULL,
  person TEXT NOT NULL,
  action TEXT NOT NULL,
  subject TEXT NOT NULL,
  request_hash TEXT NOT NULL,
  detail TEXT NOT NULL CHECK (json_valid(detail)),
  answer TEXT NOT NULL CHECK (json_valid(answer))
) STRICT;
CREATE INDEX change_of_subject ON change (subject);

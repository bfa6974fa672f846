-- An outing of a pair: how far, or what stood for it; on what ground; how it felt.
CREATE TABLE outing (
  n INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  pair_id TEXT NOT NULL REFERENCES pair (id),
  tester TEXT NOT NULL,
  on_day TEXT NOT NULL,
  typed TEXT NOT NULL,
  km REAL NOT NULL,
  half_km REAL NOT NULL,
  minutes REAL,
  surface TEXT NOT NULL,
  wet TEXT NOT NULL,
  -- On a scale of ten, and faults as {what, atKm}.
  comfort REAL,
  faults TEXT NOT NULL CHECK (json_valid(faults)),
  note TEXT NOT NULL,
  said_at TEXT NOT NULL,
  withdrawn TEXT
) STRICT;
CREATE INDEX outing_of_pair ON outing (pair_id, on_day);

-- A total that somebody knew on a day, with its standard uncertainty.
CREATE TABLE odometer (
  id TEXT PRIMARY KEY,
  pair_id TEXT NOT NULL REFERENCES pair (id),
  on_day TEXT NOT NULL,
  km REAL NOT NULL,
  u REAL NOT NULL,
  note TEXT NOT NULL,
  withdrawn TEXT
) STRICT, WITHOUT ROWID;
CREATE INDEX odometer_of_pair ON odometer (pair_id, on_day);

-- A look at a worn pair is an occasion of its own kind.
CREATE TABLE wear_check (
  occasion INTEGER PRIMARY KEY REFERENCES occasion (n),
  km REAL NOT NULL,
  signs TEXT NOT NULL CHECK (json_valid(signs)),
  note TEXT NOT NULL,
  withdrawn TEXT
) STRICT;

-- What was decided of a worn pair, by whom and why.
CREATE TABLE wear_decision (
  id TEXT PRIMARY KEY,
  pair_id TEXT NOT NULL REFERENCES pair (id),
  on_day TEXT NOT NULL,
  km REAL NOT NULL,
  answer TEXT NOT NULL,
  -- What the signs came to then.
  judged TEXT NOT NULL CHECK (json_valid(judged)),
  why TEXT NOT NULL,
  person TEXT NOT NULL,
  withdrawn TEXT
) STRICT, WITHOUT ROWID;
CREATE INDEX wear_decision_of_pair ON wear_decision (pair_id, on_day);

-- What stands of it, for the rows of pairs: distance, answer, words.
ALTER TABLE pair ADD COLUMN wear_km REAL;
ALTER TABLE pair ADD COLUMN wear_answer TEXT;
ALTER TABLE pair ADD COLUMN wear_words TEXT;

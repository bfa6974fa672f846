-- A link that opens the tester's page on a phone, or the camera for one pair; of its secrets only hashes are kept.
CREATE TABLE hall_link (
  id TEXT PRIMARY KEY,
  tester TEXT,
  pair_id TEXT REFERENCES pair (id),
  secret_hash TEXT NOT NULL UNIQUE,
  -- Of the one phone that opened it.
  phone_hash TEXT,
  made_at TEXT NOT NULL,
  opened_at TEXT,
  ended_at TEXT,
  CHECK ((tester IS NULL) <> (pair_id IS NULL))
) STRICT, WITHOUT ROWID;

-- Who a pair is given to, besides those who wore it or tried it on.
CREATE TABLE pair_wearer (
  pair_id TEXT NOT NULL REFERENCES pair (id),
  tester TEXT NOT NULL,
  since TEXT NOT NULL,
  PRIMARY KEY (pair_id, tester)
) STRICT, WITHOUT ROWID;

-- What a tester says of a pair besides its outings.
CREATE TABLE tester_note (
  id TEXT PRIMARY KEY,
  pair_id TEXT NOT NULL REFERENCES pair (id),
  tester TEXT NOT NULL,
  said_at TEXT NOT NULL,
  words TEXT NOT NULL
) STRICT, WITHOUT ROWID;
CREATE INDEX tester_note_of_pair ON tester_note (pair_id, said_at);

-- Surfaces, most first; ratings besides comfort; when it began; what its route says.
ALTER TABLE outing ADD COLUMN surfaces TEXT NOT NULL DEFAULT '[]' CHECK (json_valid(surfaces));
UPDATE outing SET surfaces = json_array(surface) WHERE surface <> '';
ALTER TABLE outing DROP COLUMN surface;
ALTER TABLE outing ADD COLUMN ratings TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(ratings));
ALTER TABLE outing ADD COLUMN activity TEXT NOT NULL DEFAULT '';
ALTER TABLE outing ADD COLUMN effort TEXT NOT NULL DEFAULT '';
ALTER TABLE outing ADD COLUMN temperature REAL;
ALTER TABLE outing ADD COLUMN began_at TEXT;
ALTER TABLE outing ADD COLUMN route TEXT CHECK (json_valid(route));
CREATE INDEX outing_of_tester ON outing (tester, on_day);

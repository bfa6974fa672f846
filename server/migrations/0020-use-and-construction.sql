-- What an edition is for: several uses may stand, the first of them leads.
CREATE TABLE edition_use (
  edition_id TEXT NOT NULL REFERENCES edition (id),
  discipline TEXT NOT NULL,
  -- An event, a ground, a floor; empty: none said.
  speciality TEXT NOT NULL DEFAULT '',
  nth INTEGER NOT NULL,
  PRIMARY KEY (edition_id, discipline)
) STRICT, WITHOUT ROWID;
INSERT INTO edition_use (edition_id, discipline, nth)
SELECT id, discipline, 0 FROM edition WHERE discipline <> '';
ALTER TABLE edition DROP COLUMN discipline;

-- The use that a protocol is made for; empty: any.
ALTER TABLE protocol ADD COLUMN discipline TEXT NOT NULL DEFAULT '';

-- What shoes are made of: seen at a pair, or stated of an edition. No row: nobody looked.
CREATE TABLE pair_part (
  pair_id TEXT NOT NULL REFERENCES pair (id),
  part TEXT NOT NULL,
  answer TEXT NOT NULL,
  said_at TEXT NOT NULL,
  person TEXT NOT NULL DEFAULT '',
  PRIMARY KEY (pair_id, part)
) STRICT, WITHOUT ROWID;
CREATE TABLE edition_part (
  edition_id TEXT NOT NULL REFERENCES edition (id),
  part TEXT NOT NULL,
  answer TEXT NOT NULL,
  said_at TEXT NOT NULL,
  person TEXT NOT NULL DEFAULT '',
  PRIMARY KEY (edition_id, part)
) STRICT, WITHOUT ROWID;

-- What became of a claim in words when the shoe was looked at; empty: nobody has said.
ALTER TABLE claim_text ADD COLUMN mark TEXT NOT NULL DEFAULT '';

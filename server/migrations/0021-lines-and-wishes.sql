-- How editions stand to each other: follows, width of, colour of.
CREATE TABLE edition_kin (
  edition_id TEXT NOT NULL REFERENCES edition (id),
  kind TEXT NOT NULL,
  of_id TEXT NOT NULL REFERENCES edition (id),
  PRIMARY KEY (edition_id, kind)
) STRICT, WITHOUT ROWID;
CREATE INDEX edition_kin_of ON edition_kin (of_id);

-- Is it still made: yes, no, or nobody has said; and until when it was.
ALTER TABLE edition ADD COLUMN still_made TEXT NOT NULL DEFAULT '';
ALTER TABLE edition ADD COLUMN made_until TEXT;

-- Prices that somebody saw; what pairs cost stands with the pairs.
CREATE TABLE price_seen (
  id TEXT PRIMARY KEY,
  edition_id TEXT NOT NULL REFERENCES edition (id),
  typed TEXT NOT NULL,
  amount REAL NOT NULL,
  currency TEXT NOT NULL,
  place TEXT NOT NULL,
  seen_on TEXT NOT NULL,
  withdrawn TEXT
) STRICT;
CREATE INDEX price_seen_of_edition ON price_seen (edition_id);

-- Pairs that are promised, wished for or asked for; closed: why a wish stands no more.
CREATE TABLE wish (
  id TEXT PRIMARY KEY,
  maker TEXT NOT NULL,
  model TEXT NOT NULL,
  -- The build; empty: any.
  name TEXT NOT NULL,
  kind TEXT NOT NULL,
  why TEXT NOT NULL,
  -- Who promised or asked: a shop, a maker, readers.
  whom TEXT NOT NULL,
  due_on TEXT,
  said_at TEXT NOT NULL,
  closed TEXT,
  pair_id TEXT REFERENCES pair (id)
) STRICT;
CREATE INDEX wish_of_model ON wish (maker COLLATE NOCASE, model COLLATE NOCASE);

-- Uses that a lab copied and changed: each is an entry as the shipped ones are.
CREATE TABLE own_use (
  name TEXT PRIMARY KEY COLLATE NOCASE,
  entry TEXT NOT NULL CHECK (json_valid(entry)),
  said_at TEXT NOT NULL,
  person TEXT NOT NULL DEFAULT ''
) STRICT, WITHOUT ROWID;

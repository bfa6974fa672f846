-- What is claimed in words, and what of a line of claims could not be read: kept as it was stated.
CREATE TABLE claim_text (
  id TEXT PRIMARY KEY,
  edition_id TEXT NOT NULL REFERENCES edition (id),
  -- The part it is about; empty: not read.
  part TEXT NOT NULL,
  text TEXT NOT NULL,
  source TEXT NOT NULL,
  withdrawn TEXT
) STRICT;
CREATE INDEX claim_text_of_edition ON claim_text (edition_id);

-- Lists are paged and searched here, not in a browser. A pair is found by its tag, names and label;
-- an edition by its names. The terms are written by the change that writes the record.
CREATE TABLE pair_place (
  n INTEGER PRIMARY KEY,
  pair_id TEXT NOT NULL UNIQUE REFERENCES pair (id),
  terms TEXT NOT NULL
) STRICT;
CREATE VIRTUAL TABLE pair_terms USING fts5 (
  terms, content = 'pair_place', content_rowid = 'n', detail = 'none', prefix = '1 2 3'
);
CREATE TRIGGER pair_place_added AFTER INSERT ON pair_place
BEGIN INSERT INTO pair_terms (rowid, terms) VALUES (new.n, new.terms); END;
CREATE TRIGGER pair_place_changed AFTER UPDATE OF terms ON pair_place
BEGIN
  INSERT INTO pair_terms (pair_terms, rowid, terms) VALUES ('delete', old.n, old.terms);
  INSERT INTO pair_terms (rowid, terms) VALUES (new.n, new.terms);
END;

CREATE TABLE edition_place (
  n INTEGER PRIMARY KEY,
  edition_id TEXT NOT NULL UNIQUE REFERENCES edition (id),
  terms TEXT NOT NULL,
  -- Maker, model and edition, as they are listed.
  name TEXT NOT NULL COLLATE NOCASE,
  -- Pairs with a reading.
  measured INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX edition_by_name ON edition_place (name);
CREATE INDEX edition_by_measured ON edition_place (measured, n) WHERE measured > 0;
CREATE VIRTUAL TABLE edition_terms USING fts5 (
  terms, content = 'edition_place', content_rowid = 'n', detail = 'none', prefix = '1 2 3'
);
CREATE TRIGGER edition_place_added AFTER INSERT ON edition_place
BEGIN INSERT INTO edition_terms (rowid, terms) VALUES (new.n, new.terms); END;

CREATE INDEX pair_by_place ON pair (shelved, tag);

-- How many records there are of a kind, kept by the changes that add them.
CREATE TABLE tally (
  name TEXT PRIMARY KEY,
  n INTEGER NOT NULL
) STRICT;
INSERT INTO tally VALUES
  ('table', (SELECT count(*) FROM pair WHERE shelved = 0)),
  ('shelf', (SELECT count(*) FROM pair WHERE shelved = 1)),
  ('edition', (SELECT count(*) FROM edition));
CREATE TRIGGER pair_tallied AFTER INSERT ON pair
BEGIN UPDATE tally SET n = n + 1 WHERE name = iif(new.shelved, 'shelf', 'table'); END;
CREATE TRIGGER pair_moved AFTER UPDATE OF shelved ON pair WHEN new.shelved <> old.shelved
BEGIN
  UPDATE tally SET n = n + iif(new.shelved, 1, -1) WHERE name = 'shelf';
  UPDATE tally SET n = n - iif(new.shelved, 1, -1) WHERE name = 'table';
END;
CREATE TRIGGER edition_tallied AFTER INSERT ON edition
BEGIN UPDATE tally SET n = n + 1 WHERE name = 'edition'; END;

CREATE TRIGGER pair_first_measured AFTER INSERT ON pair_summary WHEN new.readings > 0
BEGIN
  UPDATE edition_place SET measured = measured + 1
  WHERE edition_id = (SELECT edition_id FROM pair WHERE id = new.pair_id);
END;
CREATE TRIGGER pair_measured AFTER UPDATE OF readings ON pair_summary
WHEN (new.readings > 0) <> (old.readings > 0)
BEGIN
  UPDATE edition_place SET measured = measured + iif(new.readings > 0, 1, -1)
  WHERE edition_id = (SELECT edition_id FROM pair WHERE id = new.pair_id);
END;

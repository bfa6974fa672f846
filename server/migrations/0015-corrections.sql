-- What is put right after it was written. A correction keeps what every value was before, so that its
-- opposite can be done, and leads former names and tags on to what they stand for now.
CREATE TABLE correction (
  change_id TEXT PRIMARY KEY REFERENCES change (id) DEFERRABLE INITIALLY DEFERRED,
  words TEXT NOT NULL,
  edits TEXT NOT NULL CHECK (json_valid(edits)),
  undoes TEXT REFERENCES correction (change_id),
  undone_by TEXT REFERENCES change (id) DEFERRABLE INITIALLY DEFERRED
) STRICT;
-- What a correction is about besides the subject of its change: both editions of a merge.
CREATE TABLE correction_about (
  subject TEXT NOT NULL,
  change_id TEXT NOT NULL REFERENCES correction (change_id) DEFERRABLE INITIALLY DEFERRED,
  PRIMARY KEY (subject, change_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX change_by_person ON change (person);

CREATE TABLE former_slug (
  slug TEXT PRIMARY KEY,
  edition_id TEXT NOT NULL REFERENCES edition (id)
) STRICT, WITHOUT ROWID;
CREATE TABLE former_tag (
  tag TEXT PRIMARY KEY COLLATE NOCASE,
  pair_id TEXT NOT NULL REFERENCES pair (id)
) STRICT, WITHOUT ROWID;

ALTER TABLE maker ADD COLUMN merged_into TEXT REFERENCES maker (id);
ALTER TABLE model ADD COLUMN merged_into TEXT REFERENCES model (id);
ALTER TABLE edition ADD COLUMN merged_into TEXT REFERENCES edition (id);
CREATE INDEX edition_merged ON edition (merged_into) WHERE merged_into IS NOT NULL;
ALTER TABLE reported_figure ADD COLUMN withdrawn TEXT;

CREATE TRIGGER edition_place_changed AFTER UPDATE OF terms ON edition_place
BEGIN
  INSERT INTO edition_terms (edition_terms, rowid, terms) VALUES ('delete', old.n, old.terms);
  INSERT INTO edition_terms (rowid, terms) VALUES (new.n, new.terms);
END;
CREATE TRIGGER edition_place_removed AFTER DELETE ON edition_place
BEGIN INSERT INTO edition_terms (edition_terms, rowid, terms) VALUES ('delete', old.n, old.terms); END;
CREATE TRIGGER edition_untallied AFTER UPDATE OF merged_into ON edition
WHEN (new.merged_into IS NULL) <> (old.merged_into IS NULL)
BEGIN UPDATE tally SET n = n + iif(new.merged_into IS NULL, 1, -1) WHERE name = 'edition'; END;
CREATE TRIGGER pair_of_other_edition AFTER UPDATE OF edition_id ON pair
WHEN new.edition_id <> old.edition_id
  AND EXISTS (SELECT 1 FROM pair_summary s WHERE s.pair_id = new.id AND s.readings > 0)
BEGIN
  UPDATE edition_place SET measured = measured - 1 WHERE edition_id = old.edition_id;
  UPDATE edition_place SET measured = measured + 1 WHERE edition_id = new.edition_id;
END;

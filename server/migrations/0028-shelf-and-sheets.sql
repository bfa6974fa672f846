-- The shelf: what stands of each edition in its one table, kept until something that it shows changes.
CREATE TABLE shelf_row (
  -- Grows with every writing: who holds rows reads those written since.
  n INTEGER PRIMARY KEY AUTOINCREMENT,
  edition_id TEXT NOT NULL UNIQUE REFERENCES edition (id),
  -- Empty: the edition is not on the shelf any more.
  content TEXT NOT NULL CHECK (content = '' OR json_valid(content)),
  -- The revision of what the lab knew when it was worked out.
  lab INTEGER NOT NULL
) STRICT;
CREATE TABLE stale_shelf (edition_id TEXT PRIMARY KEY REFERENCES edition (id)) STRICT, WITHOUT ROWID;
INSERT INTO stale_shelf SELECT id FROM edition;

CREATE TRIGGER shelf_edition_added AFTER INSERT ON edition
BEGIN INSERT INTO stale_shelf VALUES (new.id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_edition_changed AFTER UPDATE ON edition
BEGIN INSERT INTO stale_shelf VALUES (new.id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_model_changed AFTER UPDATE ON model
BEGIN INSERT INTO stale_shelf SELECT id FROM edition WHERE model_id = new.id ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_maker_changed AFTER UPDATE ON maker
BEGIN
  INSERT INTO stale_shelf
  SELECT e.id FROM model m JOIN edition e ON e.model_id = m.id WHERE m.maker_id = new.id ON CONFLICT DO NOTHING;
END;
CREATE TRIGGER shelf_use_added AFTER INSERT ON edition_use
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_use_dropped AFTER DELETE ON edition_use
BEGIN INSERT INTO stale_shelf VALUES (old.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_pair_added AFTER INSERT ON pair
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_pair_changed AFTER UPDATE ON pair
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id), (old.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_pair_measured AFTER UPDATE OF revision ON pair_summary
BEGIN INSERT INTO stale_shelf SELECT edition_id FROM pair WHERE id = new.pair_id ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_pair_first_measured AFTER INSERT ON pair_summary
BEGIN INSERT INTO stale_shelf SELECT edition_id FROM pair WHERE id = new.pair_id ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_claim_added AFTER INSERT ON claim
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_claim_changed AFTER UPDATE ON claim
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id), (old.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_reported_added AFTER INSERT ON reported_figure
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_reported_changed AFTER UPDATE ON reported_figure
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id), (old.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_price_added AFTER INSERT ON price_seen
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_price_changed AFTER UPDATE ON price_seen
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_tried_on AFTER INSERT ON try_on
BEGIN
  INSERT INTO stale_shelf
  SELECT p.edition_id FROM occasion o JOIN pair p ON p.id = o.pair_id WHERE o.n = new.occasion ON CONFLICT DO NOTHING;
END;
CREATE TRIGGER shelf_try_on_changed AFTER UPDATE ON try_on
BEGIN
  INSERT INTO stale_shelf
  SELECT p.edition_id FROM occasion o JOIN pair p ON p.id = o.pair_id WHERE o.n = new.occasion ON CONFLICT DO NOTHING;
END;

-- Own places of editions for a use, from 1; an empty use: whatever for.
CREATE TABLE own_order (
  discipline TEXT NOT NULL,
  edition_id TEXT NOT NULL REFERENCES edition (id),
  place INTEGER NOT NULL,
  PRIMARY KEY (discipline, edition_id)
) STRICT, WITHOUT ROWID;

-- Comparisons that were given a name.
CREATE TABLE kept_comparison (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  -- What is compared and on what terms, as its address says it.
  asked TEXT NOT NULL CHECK (json_valid(asked)),
  said_at TEXT NOT NULL,
  person TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- The words of a sheet, part by part: kept apart from its figures.
CREATE TABLE sheet_words (
  -- What the sheet is of: an edition, or a kept comparison.
  subject TEXT NOT NULL,
  part TEXT NOT NULL,
  content TEXT NOT NULL CHECK (json_valid(content)),
  said_at TEXT NOT NULL,
  person TEXT NOT NULL,
  PRIMARY KEY (subject, part)
) STRICT, WITHOUT ROWID;

-- Issued revisions that were withdrawn: they stay readable, and say why.
CREATE TABLE issued_withdrawal (
  issued_id TEXT PRIMARY KEY REFERENCES issued (id),
  why TEXT NOT NULL,
  person TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT, WITHOUT ROWID;

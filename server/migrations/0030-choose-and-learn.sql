-- What a shoe is made of, how hands score it and what its maker says in words stand with its row of the shelf now:
-- the rules of its uses read them there. All rows are worked out anew.
DELETE FROM shelf_row;
INSERT INTO stale_shelf SELECT id FROM edition WHERE true ON CONFLICT DO NOTHING;

CREATE TRIGGER shelf_part_seen AFTER INSERT ON pair_part
BEGIN INSERT INTO stale_shelf SELECT edition_id FROM pair WHERE id = new.pair_id ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_part_seen_otherwise AFTER UPDATE ON pair_part
BEGIN INSERT INTO stale_shelf SELECT edition_id FROM pair WHERE id = new.pair_id ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_part_not_seen AFTER DELETE ON pair_part
BEGIN INSERT INTO stale_shelf SELECT edition_id FROM pair WHERE id = old.pair_id ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_part_stated AFTER INSERT ON edition_part
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_part_stated_otherwise AFTER UPDATE ON edition_part
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_part_not_stated AFTER DELETE ON edition_part
BEGIN INSERT INTO stale_shelf VALUES (old.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_words_claimed AFTER INSERT ON claim_text
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id) ON CONFLICT DO NOTHING; END;
CREATE TRIGGER shelf_words_claimed_otherwise AFTER UPDATE ON claim_text
BEGIN INSERT INTO stale_shelf VALUES (new.edition_id) ON CONFLICT DO NOTHING; END;

-- Questions to makers, and what they answered: kept beside the claims they are about.
CREATE TABLE maker_question (
  id TEXT PRIMARY KEY,
  edition_id TEXT NOT NULL REFERENCES edition (id),
  -- The claim it is about; null: the edition as a whole.
  claim_id TEXT REFERENCES claim (id),
  question TEXT NOT NULL,
  asked_on TEXT NOT NULL,
  asked_by TEXT NOT NULL DEFAULT '',
  answer TEXT NOT NULL DEFAULT '',
  answered_on TEXT,
  -- Why it stands no more; null: it stands.
  withdrawn TEXT
) STRICT, WITHOUT ROWID;
CREATE INDEX maker_question_of_edition ON maker_question (edition_id);

-- Rounds of practice on simulated shoes: who, which, how it went.
CREATE TABLE practice_round (
  id TEXT PRIMARY KEY,
  person TEXT NOT NULL,
  at TEXT NOT NULL,
  lesson TEXT NOT NULL,
  seed INTEGER NOT NULL,
  -- What was found and missed, with the shares of the score.
  result TEXT NOT NULL CHECK (json_valid(result))
) STRICT, WITHOUT ROWID;
CREATE INDEX practice_of_person ON practice_round (person, at);

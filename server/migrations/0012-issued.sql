-- What was issued: frozen, with who did it and what it leaned on.
CREATE TABLE issued (
  n INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL,
  -- What it is of: the id of a check.
  subject TEXT NOT NULL,
  -- Counts from 1 for a kind and subject.
  revision INTEGER NOT NULL,
  content TEXT NOT NULL CHECK (json_valid(content)),
  -- SHA-256 of the content.
  hash TEXT NOT NULL,
  leaned_on TEXT NOT NULL CHECK (json_valid(leaned_on)),
  person TEXT NOT NULL,
  at TEXT NOT NULL,
  UNIQUE (kind, subject, revision)
) STRICT;
CREATE INDEX issued_subject ON issued (subject);

CREATE TRIGGER issued_is_not_rewritten BEFORE UPDATE ON issued
BEGIN SELECT RAISE(ABORT, 'what was issued stays as it is'); END;
CREATE TRIGGER issued_is_not_removed BEFORE DELETE ON issued
BEGIN SELECT RAISE(ABORT, 'what was issued stays'); END;

-- The audit can blank the detail of a line, and still say that a change was.
ALTER TABLE change ADD COLUMN blanked_at TEXT;
ALTER TABLE change ADD COLUMN blanked_why TEXT NOT NULL DEFAULT '';

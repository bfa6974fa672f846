-- What is known of a tester's feet: private, exported and erased by the code.
CREATE TABLE tester_foot (
  code TEXT PRIMARY KEY,
  profile TEXT NOT NULL CHECK (json_valid(profile)),
  said_at TEXT NOT NULL
) STRICT, WITHOUT ROWID;

-- A try-on is an occasion of its pair: who wore it, on what, and what was answered.
CREATE TABLE try_on (
  occasion INTEGER PRIMARY KEY REFERENCES occasion (n),
  tester TEXT NOT NULL,
  sock TEXT NOT NULL,
  insole TEXT NOT NULL,
  worn_km REAL NOT NULL,
  answers TEXT NOT NULL CHECK (json_valid(answers)),
  -- What was tried, and whether it helped: rows of {what, helped}.
  tried TEXT NOT NULL CHECK (json_valid(tried)),
  note TEXT NOT NULL,
  -- What the rules said, and what a person decided; empty: left open.
  verdict TEXT NOT NULL CHECK (json_valid(verdict)),
  decided TEXT NOT NULL,
  withdrawn TEXT
) STRICT;

-- The outcome that stands for a pair, and its words.
ALTER TABLE pair ADD COLUMN fit_outcome TEXT;
ALTER TABLE pair ADD COLUMN fit_words TEXT;

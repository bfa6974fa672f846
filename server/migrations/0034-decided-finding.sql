-- What the check of left against right found, beside what was decided of it: a pair may be kept although its shoes
-- differ. Null: not worked out yet.
ALTER TABLE pair ADD COLUMN decided_finding TEXT;

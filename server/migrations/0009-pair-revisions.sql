-- Grows with every change of a pair's sittings and readings, by whatever thread: what was worked out
-- of a pair is kept under it.
ALTER TABLE pair_summary ADD COLUMN revision INTEGER NOT NULL DEFAULT 0;

-- The size that a maker states figures of an edition for, where it is known; null: the usual sample size.
ALTER TABLE edition ADD COLUMN sample_system TEXT;
ALTER TABLE edition ADD COLUMN sample_size REAL;

-- Terms of a sitting carry a version, so that two people who change them are told of each other,
-- and the time of a curve's samples is kept.

ALTER TABLE session ADD COLUMN version INTEGER NOT NULL DEFAULT 1;

-- Seconds, little-endian doubles, one a sample; null where the file or fixture gave none.
ALTER TABLE curve ADD COLUMN seconds BLOB;

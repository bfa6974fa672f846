-- Who took a reading: a session may be continued by another person. Null: the person of the occasion, as of all
-- readings that were taken before this was kept.
ALTER TABLE reading ADD COLUMN person TEXT;

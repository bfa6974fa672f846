-- Lines that a lab drew, of every kind, with their reasons: one table in place of two ways.
CREATE TABLE threshold (
  n INTEGER PRIMARY KEY,
  kind TEXT NOT NULL,
  -- The quantity or feature.
  subject TEXT NOT NULL,
  -- Empty: in every discipline that has none of its own.
  discipline TEXT NOT NULL,
  value TEXT NOT NULL CHECK (json_valid(value)),
  at TEXT NOT NULL,
  person TEXT NOT NULL,
  reason TEXT NOT NULL
) STRICT;

INSERT INTO threshold (kind, subject, discipline, value, at, person, reason)
SELECT 'sides', feature, discipline, json_object('absolute', absolute, 'share', share), at, person,
  reason
FROM tolerance_change ORDER BY at, rowid;
DROP TABLE tolerance_change;

-- A step had no reason; when and by whom it was changed last stands in the audit.
INSERT INTO threshold (kind, subject, discipline, value, at, person, reason)
SELECT 'noticeable', step.key, '', json_object('step', step.value),
  coalesce(
    (SELECT c.at FROM change c
     WHERE c.action = 'setNoticeable' AND json_extract(c.detail, '$.quantity') = step.key
     ORDER BY c.at DESC LIMIT 1),
    (SELECT min(c.at) FROM change c),
    '1970-01-01T00:00:00.000Z'
  ),
  coalesce(
    (SELECT c.person FROM change c
     WHERE c.action = 'setNoticeable' AND json_extract(c.detail, '$.quantity') = step.key
     ORDER BY c.at DESC LIMIT 1),
    ''
  ),
  ''
FROM setting s, json_each(s.value) step
WHERE s.name = 'noticeable';
DELETE FROM setting WHERE name = 'noticeable';

CREATE TRIGGER lab_threshold_added AFTER INSERT ON threshold
BEGIN UPDATE revision SET n = n + 1 WHERE name = 'lab'; END;

-- The finding carries the features that differ, as JSON: list and sheet read the same. Null: worked out at the next start.
UPDATE pair SET decided_finding = NULL;

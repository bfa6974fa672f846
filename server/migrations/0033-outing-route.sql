-- An outing without a route is sound: earlier versions of SQLite take json_valid(NULL) for a broken rule.
ALTER TABLE outing ADD COLUMN route_checked TEXT CHECK (route_checked IS NULL OR json_valid(route_checked));
UPDATE outing SET route_checked = route WHERE route IS NOT NULL;
ALTER TABLE outing DROP COLUMN route;
ALTER TABLE outing RENAME COLUMN route_checked TO route;

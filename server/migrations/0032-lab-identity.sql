-- By which a browser knows that it is still the same lab that is served at an address. A copy keeps it.
INSERT INTO setting (name, value)
VALUES ('lab-identity', json_quote(lower(hex(randomblob(16)))));

-- From when on, and until when, readers are to have a post; the blog's host keeps to it by itself.
ALTER TABLE publications ADD COLUMN shows_from TEXT;
ALTER TABLE publications ADD COLUMN shows_until TEXT;
ALTER TABLE jobs ADD COLUMN shows_from TEXT;
ALTER TABLE jobs ADD COLUMN shows_until TEXT;
ALTER TABLE sendings ADD COLUMN shows_from TEXT;
ALTER TABLE sendings ADD COLUMN shows_until TEXT;
-- When the list of posts was sent last: at each set time after it, another is wanted.
CREATE TABLE list_sent (
  only_one INTEGER PRIMARY KEY CHECK (only_one = 1),
  at TEXT NOT NULL
) STRICT;
INSERT INTO list_sent (only_one, at) SELECT 1, max(at) FROM publications HAVING max(at) IS NOT NULL;
ALTER TABLE front DROP COLUMN first_sent;

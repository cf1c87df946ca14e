-- Pictures are weeded: look-alikes are found, flaws told, and what is not wanted now goes aside.

-- Out of the way since then, never deleted.
ALTER TABLE pictures ADD COLUMN aside_at TEXT;
ALTER TABLE pictures ADD COLUMN aside INTEGER GENERATED ALWAYS AS (aside_at IS NOT NULL) VIRTUAL;
-- One bit each, in the order of core/looks/flaws.
ALTER TABLE pictures ADD COLUMN flaws INTEGER NOT NULL DEFAULT 0;
-- Pictures of one group of look-alikes have the same number; none where it is like no other.
ALTER TABLE pictures ADD COLUMN alike INTEGER;
-- Somebody has looked at its group and decided.
ALTER TABLE pictures ADD COLUMN alike_settled INTEGER NOT NULL DEFAULT 0;
-- Its group waits for a decision; kept by whatever changes groups.
ALTER TABLE pictures ADD COLUMN alike_open INTEGER NOT NULL DEFAULT 0;
CREATE INDEX pictures_alike ON pictures (alike) WHERE alike IS NOT NULL;

-- What is seen of its px. A picture without a row, or with one of an older version, is looked at in the background.
CREATE TABLE picture_looks (
  picture_id TEXT PRIMARY KEY REFERENCES pictures (id) ON DELETE CASCADE,
  version INTEGER NOT NULL,
  thumb BLOB NOT NULL,
  signature BLOB NOT NULL,
  sharpness REAL NOT NULL,
  brightness REAL NOT NULL,
  highlight REAL NOT NULL,
  burnt REAL NOT NULL
) STRICT;

-- What filters ask, narrow enough that all pictures can be gone through for a count.
ALTER TABLE pictures ADD COLUMN silent INTEGER GENERATED ALWAYS AS (alt = '') VIRTUAL;
ALTER TABLE pictures ADD COLUMN month TEXT GENERATED ALWAYS AS (substr(taken_at, 1, 7)) VIRTUAL;
ALTER TABLE pictures ADD COLUMN shape TEXT GENERATED ALWAYS AS (
  CASE
    WHEN width > 2.2 * height THEN 'panorama'
    WHEN width > 1.05 * height THEN 'wide'
    WHEN height > 1.05 * width THEN 'tall'
    ELSE 'square'
  END) VIRTUAL;
CREATE INDEX pictures_filtered ON pictures (number, aside, shown_in, silent, alike_open, flaws, shape, month)
  WHERE state = 'ready' AND deleted_at IS NULL;
DROP INDEX pictures_unused;
DROP INDEX pictures_silent;
DROP TRIGGER pictures_counted_in;
DROP TRIGGER pictures_counted_out;
DROP TRIGGER pictures_counted_anew;
DROP TABLE picture_counts;

CREATE TABLE picture_tags (
  tag TEXT NOT NULL COLLATE NOCASE,
  number INTEGER NOT NULL,
  PRIMARY KEY (tag, number)
) STRICT, WITHOUT ROWID;
INSERT OR IGNORE INTO picture_tags SELECT value, number FROM pictures, json_each(tags);
CREATE TRIGGER pictures_tagged AFTER INSERT ON pictures BEGIN
  INSERT OR IGNORE INTO picture_tags SELECT value, NEW.number FROM json_each(NEW.tags);
END;
CREATE TRIGGER pictures_untagged AFTER DELETE ON pictures BEGIN
  DELETE FROM picture_tags WHERE number = OLD.number AND tag IN (SELECT value FROM json_each(OLD.tags));
END;
CREATE TRIGGER pictures_retagged AFTER UPDATE OF tags ON pictures WHEN OLD.tags <> NEW.tags BEGIN
  DELETE FROM picture_tags WHERE number = OLD.number AND tag IN (SELECT value FROM json_each(OLD.tags));
  INSERT OR IGNORE INTO picture_tags SELECT value, NEW.number FROM json_each(NEW.tags);
END;

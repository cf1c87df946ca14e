-- Pictures are found by search and by page, posts are listed from columns: nothing is read whole to answer for a part.

-- The order in which pictures were brought in; those of one choosing in the order of choosing.
ALTER TABLE pictures ADD COLUMN number INTEGER NOT NULL DEFAULT 0;
UPDATE pictures SET number = (
  SELECT place FROM (SELECT id, row_number() OVER (ORDER BY added_at, id) AS place FROM pictures) AS placed
  WHERE placed.id = pictures.id);
CREATE UNIQUE INDEX pictures_by_number ON pictures (number);
-- Numbers given out so far, those of pictures that never came included.
CREATE TABLE picture_numbers (
  only_one INTEGER PRIMARY KEY CHECK (only_one = 1),
  last INTEGER NOT NULL
) STRICT;
INSERT INTO picture_numbers SELECT 1, COALESCE(MAX(number), 0) FROM pictures;

-- How many posts that are not deleted show it; kept by the triggers below.
ALTER TABLE pictures ADD COLUMN shown_in INTEGER NOT NULL DEFAULT 0;
UPDATE pictures SET shown_in = (
  SELECT count(*) FROM pictures_shown AS shown JOIN posts ON posts.id = shown.post_id
  WHERE shown.picture_id = pictures.id AND posts.deleted_at IS NULL);

-- Pictures that one after another make it move, or pages; readers get the first.
ALTER TABLE pictures ADD COLUMN frames INTEGER NOT NULL DEFAULT 1;

CREATE INDEX pictures_seen ON pictures (number) WHERE state = 'ready' AND deleted_at IS NULL;
CREATE INDEX pictures_unused ON pictures (number) WHERE state = 'ready' AND deleted_at IS NULL AND shown_in = 0;
CREATE INDEX pictures_silent ON pictures (number) WHERE state = 'ready' AND deleted_at IS NULL AND alt = '';
CREATE INDEX pictures_by_title ON pictures (title COLLATE NOCASE, number) WHERE state = 'ready' AND deleted_at IS NULL;
CREATE INDEX pictures_by_taken ON pictures (COALESCE(taken_at, added_at), number)
  WHERE state = 'ready' AND deleted_at IS NULL;
CREATE INDEX pictures_by_deletion ON pictures (deleted_at) WHERE deleted_at IS NOT NULL;

-- Counts that are told beside the filters: adding up twenty thousand pictures for each page would take longer than it.
CREATE TABLE picture_counts (
  only_one INTEGER PRIMARY KEY CHECK (only_one = 1),
  seen INTEGER NOT NULL,
  unused INTEGER NOT NULL,
  silent INTEGER NOT NULL
) STRICT;
INSERT INTO picture_counts
SELECT 1, count(*), COALESCE(sum(shown_in = 0), 0), COALESCE(sum(alt = ''), 0)
FROM pictures WHERE state = 'ready' AND deleted_at IS NULL;

CREATE TRIGGER pictures_counted_in AFTER INSERT ON pictures
WHEN NEW.state = 'ready' AND NEW.deleted_at IS NULL BEGIN
  UPDATE picture_counts SET seen = seen + 1, unused = unused + (NEW.shown_in = 0), silent = silent + (NEW.alt = '');
END;
CREATE TRIGGER pictures_counted_out AFTER DELETE ON pictures
WHEN OLD.state = 'ready' AND OLD.deleted_at IS NULL BEGIN
  UPDATE picture_counts SET seen = seen - 1, unused = unused - (OLD.shown_in = 0), silent = silent - (OLD.alt = '');
END;
CREATE TRIGGER pictures_counted_anew AFTER UPDATE OF state, deleted_at, shown_in, alt ON pictures BEGIN
  UPDATE picture_counts SET seen = seen - 1, unused = unused - (OLD.shown_in = 0), silent = silent - (OLD.alt = '')
  WHERE OLD.state = 'ready' AND OLD.deleted_at IS NULL;
  UPDATE picture_counts SET seen = seen + 1, unused = unused + (NEW.shown_in = 0), silent = silent + (NEW.alt = '')
  WHERE NEW.state = 'ready' AND NEW.deleted_at IS NULL;
END;

-- What a picture says of itself, by its number. `searchable` is ours: letters without accents, words apart.
CREATE VIRTUAL TABLE picture_words USING fts5 (
  words, content = '', contentless_delete = 1, tokenize = 'unicode61 remove_diacritics 2', prefix = '1 2 3'
);
INSERT INTO picture_words (rowid, words)
SELECT number, searchable(title || ' ' || alt || ' ' || caption || ' ' || credit || ' ' || tags || ' ' || file_name)
FROM pictures;
CREATE TRIGGER pictures_worded AFTER INSERT ON pictures BEGIN
  INSERT INTO picture_words (rowid, words) VALUES (NEW.number, searchable(NEW.title || ' ' || NEW.alt || ' '
    || NEW.caption || ' ' || NEW.credit || ' ' || NEW.tags || ' ' || NEW.file_name));
END;
CREATE TRIGGER pictures_unworded AFTER DELETE ON pictures BEGIN
  DELETE FROM picture_words WHERE rowid = OLD.number;
END;
CREATE TRIGGER pictures_reworded AFTER UPDATE OF title, alt, caption, credit, tags, file_name ON pictures BEGIN
  DELETE FROM picture_words WHERE rowid = OLD.number;
  INSERT INTO picture_words (rowid, words) VALUES (NEW.number, searchable(NEW.title || ' ' || NEW.alt || ' '
    || NEW.caption || ' ' || NEW.credit || ' ' || NEW.tags || ' ' || NEW.file_name));
END;

-- The body of a post lies apart: a list must not page through it.
CREATE TABLE post_contents (
  post_id TEXT PRIMARY KEY REFERENCES posts (id) ON DELETE CASCADE,
  content TEXT NOT NULL
) STRICT;
INSERT INTO post_contents SELECT id, content FROM posts;
ALTER TABLE posts DROP COLUMN content;
ALTER TABLE posts ADD COLUMN title TEXT NOT NULL DEFAULT '';
ALTER TABLE posts ADD COLUMN excerpt TEXT NOT NULL DEFAULT '';
ALTER TABLE posts ADD COLUMN topics TEXT NOT NULL DEFAULT '[]';
ALTER TABLE posts ADD COLUMN featured TEXT;
ALTER TABLE posts ADD COLUMN tray TEXT NOT NULL DEFAULT '[]';
ALTER TABLE posts ADD COLUMN words INTEGER NOT NULL DEFAULT 0;
-- Which way of working these columns out was used last; 0: none yet, the next start does it.
ALTER TABLE posts ADD COLUMN summary INTEGER NOT NULL DEFAULT 0;
CREATE INDEX posts_by_saving ON posts (saved_at, id) WHERE deleted_at IS NULL;

-- How often a post has set the picture, and for how many of those alt texts are the picture's own, or left empty.
ALTER TABLE pictures_shown ADD COLUMN placed INTEGER NOT NULL DEFAULT 0;
ALTER TABLE pictures_shown ADD COLUMN inherits_alt INTEGER NOT NULL DEFAULT 0;
ALTER TABLE pictures_shown ADD COLUMN empty_alt INTEGER NOT NULL DEFAULT 0;

CREATE TRIGGER shown_more AFTER INSERT ON pictures_shown BEGIN
  UPDATE pictures SET shown_in = shown_in + 1
  WHERE id = NEW.picture_id AND (SELECT deleted_at IS NULL FROM posts WHERE id = NEW.post_id);
END;
CREATE TRIGGER shown_less AFTER DELETE ON pictures_shown BEGIN
  UPDATE pictures SET shown_in = shown_in - 1
  WHERE id = OLD.picture_id AND (SELECT deleted_at IS NULL FROM posts WHERE id = OLD.post_id);
END;
CREATE TRIGGER shown_by_posts AFTER UPDATE OF deleted_at ON posts
WHEN (OLD.deleted_at IS NULL) <> (NEW.deleted_at IS NULL) BEGIN
  UPDATE pictures SET shown_in = shown_in + CASE WHEN NEW.deleted_at IS NULL THEN 1 ELSE -1 END
  WHERE id IN (SELECT picture_id FROM pictures_shown WHERE post_id = NEW.id);
END;
-- A picture that comes under an id that posts show already, as after its row was lost.
CREATE TRIGGER shown_at_once AFTER INSERT ON pictures BEGIN
  UPDATE pictures SET shown_in = (
    SELECT count(*) FROM pictures_shown AS shown JOIN posts ON posts.id = shown.post_id
    WHERE shown.picture_id = NEW.id AND posts.deleted_at IS NULL)
  WHERE id = NEW.id;
END;

-- What the list of the blog says of a live post, as it was sent: title, excerpt, topics, featured image.
ALTER TABLE publications ADD COLUMN listed TEXT;
CREATE UNIQUE INDEX publications_by_address ON publications (address) WHERE state IN ('live', 'draft');

-- Readers have seen this state: it is never thinned away.
ALTER TABLE post_states ADD COLUMN published INTEGER NOT NULL DEFAULT 0;
UPDATE post_states SET published = 1 WHERE (post_id, version) IN (SELECT post_id, version FROM publications);

-- Sets: named, ordered groups of pictures with wording of their own, that rows of any number of posts can show.

CREATE TABLE sets (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL CHECK (name <> ''),
  -- raised by every change; a change says which it was made over
  version INTEGER NOT NULL DEFAULT 1,
  created_at TEXT NOT NULL,
  -- when its pictures, their order or their wording changed last: what readers would see
  changed_at TEXT NOT NULL,
  deleted_at TEXT,
  -- which of its states it is in: undo goes back, redo forward
  state INTEGER NOT NULL DEFAULT 0
) STRICT;
CREATE INDEX sets_by_deletion ON sets (deleted_at) WHERE deleted_at IS NOT NULL;

-- Left out, the picture's own wording stands; empty is deliberately empty.
CREATE TABLE set_pictures (
  set_id TEXT NOT NULL REFERENCES sets (id) ON DELETE CASCADE,
  picture_id TEXT NOT NULL REFERENCES pictures (id) ON DELETE CASCADE,
  position INTEGER NOT NULL CHECK (position >= 0),
  alt TEXT,
  caption TEXT,
  credit TEXT,
  PRIMARY KEY (set_id, picture_id)
) STRICT;
CREATE INDEX set_pictures_by_position ON set_pictures (set_id, position);
CREATE INDEX set_pictures_by_picture ON set_pictures (picture_id);

-- Every state that undo and redo of a set can reach: its name, its pictures and their wording, as JSON.
CREATE TABLE set_states (
  set_id TEXT NOT NULL REFERENCES sets (id) ON DELETE CASCADE,
  state INTEGER NOT NULL,
  did TEXT NOT NULL,
  content TEXT NOT NULL,
  PRIMARY KEY (set_id, state)
) STRICT;

-- Shelves hold sets, and shelves one level deep.
CREATE TABLE shelves (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL CHECK (name <> ''),
  parent_id TEXT REFERENCES shelves (id) ON DELETE RESTRICT CHECK (parent_id <> id),
  position INTEGER NOT NULL
) STRICT;
CREATE INDEX shelves_by_parent ON shelves (parent_id, position);
CREATE TRIGGER shelves_stand_one_deep BEFORE INSERT ON shelves
WHEN NEW.parent_id IS NOT NULL AND (SELECT parent_id FROM shelves WHERE id = NEW.parent_id) IS NOT NULL BEGIN
  SELECT RAISE(ABORT, 'a shelf holds shelves one level deep');
END;
CREATE TRIGGER shelves_stay_one_deep BEFORE UPDATE OF parent_id ON shelves
WHEN NEW.parent_id IS NOT NULL AND ((SELECT parent_id FROM shelves WHERE id = NEW.parent_id) IS NOT NULL
  OR EXISTS (SELECT 1 FROM shelves WHERE parent_id = NEW.id)) BEGIN
  SELECT RAISE(ABORT, 'a shelf holds shelves one level deep');
END;
CREATE TABLE shelf_sets (
  shelf_id TEXT NOT NULL REFERENCES shelves (id) ON DELETE CASCADE,
  set_id TEXT NOT NULL REFERENCES sets (id) ON DELETE CASCADE,
  position INTEGER NOT NULL,
  PRIMARY KEY (shelf_id, set_id)
) STRICT;
CREATE INDEX shelf_sets_by_set ON shelf_sets (set_id);

-- Which sets the rows of a post show, and as what; kept when the post is saved.
CREATE TABLE sets_shown (
  post_id TEXT NOT NULL REFERENCES posts (id) ON DELETE CASCADE,
  -- a set that is gone for good may still be named by a row
  set_id TEXT NOT NULL,
  -- JSON: the kinds of these rows, in reading order
  kinds TEXT NOT NULL,
  PRIMARY KEY (post_id, set_id)
) STRICT;
CREATE INDEX sets_shown_by_set ON sets_shown (set_id);

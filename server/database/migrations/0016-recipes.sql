-- How a picture is adjusted: steps applied to the untouched original.

-- As JSON; '' where it is shown as it came. `width` and `height` are of what is shown, own_width and own_height of the
-- upright original.
ALTER TABLE pictures ADD COLUMN recipe TEXT NOT NULL DEFAULT '';
ALTER TABLE pictures ADD COLUMN own_width INTEGER NOT NULL DEFAULT 0;
ALTER TABLE pictures ADD COLUMN own_height INTEGER NOT NULL DEFAULT 0;
UPDATE pictures SET own_width = width, own_height = height;

-- When what readers would see of its px changed last; '' where it never did.
ALTER TABLE pictures ADD COLUMN files_changed_at TEXT NOT NULL DEFAULT '';
CREATE INDEX pictures_by_files_changed ON pictures (files_changed_at) WHERE files_changed_at <> '';

-- Every recipe that a picture has had, the one of now last: each can be gone back to.
CREATE TABLE picture_recipes (
  key INTEGER PRIMARY KEY,
  picture_id TEXT NOT NULL REFERENCES pictures (id) ON DELETE CASCADE,
  recipe TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;
CREATE INDEX picture_recipes_by_picture ON picture_recipes (picture_id, key);

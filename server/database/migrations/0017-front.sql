-- What stands in front of a blog's posts, as JSON; `version` counts its saves.
CREATE TABLE front (
  only_one INTEGER PRIMARY KEY CHECK (only_one = 1),
  version INTEGER NOT NULL,
  content TEXT NOT NULL,
  -- it is to be sent to the blog
  wanted INTEGER NOT NULL DEFAULT 0,
  -- the refusal that the last sending ended with, JSON
  problem TEXT,
  -- the post that stood first when it was sent last; '' for none
  first_sent TEXT NOT NULL DEFAULT ''
) STRICT;

-- Addresses of topics' pages, which stay.
CREATE TABLE topic_paths (
  name TEXT PRIMARY KEY,
  path TEXT NOT NULL UNIQUE
) STRICT;

-- How light and dark pictures are, cell by cell: what words over them are judged by.
CREATE TABLE picture_lights (
  picture_id TEXT PRIMARY KEY REFERENCES pictures (id) ON DELETE CASCADE,
  version INTEGER NOT NULL,
  cells BLOB NOT NULL
) STRICT;

CREATE TABLE pictures (
  id TEXT PRIMARY KEY,
  -- SHA-256 of the original's bytes: an exact copy is the same picture
  hash TEXT NOT NULL UNIQUE,
  -- arriving: stored, its first renditions not made yet; nobody sees it
  state TEXT NOT NULL CHECK (state IN ('arriving', 'ready')),
  file_name TEXT NOT NULL,
  format TEXT NOT NULL,
  bytes INTEGER NOT NULL,
  width INTEGER NOT NULL CHECK (width > 0),
  height INTEGER NOT NULL CHECK (height > 0),
  colour TEXT NOT NULL,
  title TEXT NOT NULL,
  alt TEXT NOT NULL,
  caption TEXT NOT NULL,
  credit TEXT NOT NULL,
  tags TEXT NOT NULL,
  focus_x REAL NOT NULL CHECK (focus_x BETWEEN 0 AND 1),
  focus_y REAL NOT NULL CHECK (focus_y BETWEEN 0 AND 1),
  taken_at TEXT,
  added_at TEXT NOT NULL,
  -- deleted, and for a while still there to be brought back
  deleted_at TEXT
) STRICT;

CREATE TABLE renditions (
  file TEXT PRIMARY KEY,
  picture_id TEXT NOT NULL REFERENCES pictures (id) ON DELETE CASCADE,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  format TEXT NOT NULL CHECK (format IN ('webp', 'jpeg')),
  bytes INTEGER NOT NULL
) STRICT;
CREATE INDEX renditions_by_picture ON renditions (picture_id);

CREATE TABLE posts (
  id TEXT PRIMARY KEY,
  version INTEGER NOT NULL,
  content TEXT NOT NULL,
  created_at TEXT NOT NULL,
  saved_at TEXT NOT NULL,
  deleted_at TEXT
) STRICT;

-- Every saved state, and every state whose save was refused because another window had saved first.
CREATE TABLE post_states (
  key INTEGER PRIMARY KEY,
  post_id TEXT NOT NULL REFERENCES posts (id) ON DELETE CASCADE,
  version INTEGER NOT NULL,
  aside INTEGER NOT NULL CHECK (aside IN (0, 1)),
  saved_at TEXT NOT NULL,
  title TEXT NOT NULL,
  words INTEGER NOT NULL,
  row_count INTEGER NOT NULL,
  -- the content's JSON, deflated
  content BLOB NOT NULL
) STRICT;
CREATE INDEX post_states_by_post ON post_states (post_id, key);

CREATE TABLE pictures_shown (
  post_id TEXT NOT NULL REFERENCES posts (id) ON DELETE CASCADE,
  picture_id TEXT NOT NULL,
  PRIMARY KEY (post_id, picture_id)
) STRICT;
CREATE INDEX pictures_shown_by_picture ON pictures_shown (picture_id);

-- Pictures brought in for a post that its tray does not hold yet.
CREATE TABLE arrivals (
  post_id TEXT NOT NULL REFERENCES posts (id) ON DELETE CASCADE,
  picture_id TEXT NOT NULL REFERENCES pictures (id) ON DELETE CASCADE,
  PRIMARY KEY (post_id, picture_id)
) STRICT;

CREATE TABLE publications (
  post_id TEXT PRIMARY KEY REFERENCES posts (id) ON DELETE CASCADE,
  state TEXT NOT NULL CHECK (state IN ('draft', 'live', 'withdrawn')),
  version INTEGER NOT NULL,
  at TEXT NOT NULL,
  first_live_at TEXT,
  url TEXT NOT NULL,
  address TEXT NOT NULL
) STRICT;

CREATE TABLE house (
  only_one INTEGER PRIMARY KEY CHECK (only_one = 1),
  style TEXT NOT NULL
) STRICT;

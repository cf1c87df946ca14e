-- Pictures come from archives, web addresses and a picture bank too, and say from where.

-- On which terms it may be shown, as its maker says; '' where nothing was said.
ALTER TABLE pictures ADD COLUMN licence TEXT NOT NULL DEFAULT '';
-- The web address that it was found at; '' where it came as a file.
ALTER TABLE pictures ADD COLUMN source TEXT NOT NULL DEFAULT '';

-- What the server brings in by itself. It goes on where the window is closed, and where the server was stopped.
CREATE TABLE gatherings (
  id TEXT PRIMARY KEY,
  kind TEXT NOT NULL CHECK (kind IN ('archive', 'address', 'bank')),
  name TEXT NOT NULL,
  post_id TEXT,
  -- what was asked for, as JSON
  request TEXT NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('running', 'done', 'failed', 'cancelled')),
  skipped INTEGER NOT NULL,
  -- why it failed, as JSON
  problem TEXT,
  -- grows with every change of the gathering or one of its files
  news INTEGER NOT NULL,
  begun_at TEXT NOT NULL
) STRICT;

CREATE TABLE gathered (
  gathering_id TEXT NOT NULL REFERENCES gatherings (id) ON DELETE CASCADE,
  place INTEGER NOT NULL,
  name TEXT NOT NULL,
  bytes INTEGER,
  -- its place among all pictures, kept for it before it comes
  number INTEGER NOT NULL,
  state TEXT NOT NULL CHECK (state IN ('waiting', 'arriving', 'here', 'already', 'refused')),
  picture_id TEXT,
  problem TEXT,
  remark TEXT,
  news INTEGER NOT NULL,
  PRIMARY KEY (gathering_id, place)
) STRICT;

-- How posts stand on other blogs, by the name that settings give them.
CREATE TABLE elsewhere (
  post_id TEXT NOT NULL REFERENCES posts (id) ON DELETE CASCADE,
  blog TEXT NOT NULL,
  -- unsure: it was about to be sent as new, and no answer is known
  state TEXT NOT NULL CHECK (state IN ('live', 'withdrawn', 'unsure')),
  url TEXT,
  version INTEGER NOT NULL,
  at TEXT NOT NULL,
  -- tells what was sent from anything else
  sent TEXT NOT NULL,
  -- the properties that it has there, JSON
  properties TEXT NOT NULL,
  -- tells what the host said of it then from anything else; null where it did not say
  source TEXT,
  PRIMARY KEY (post_id, blog)
) STRICT;

-- Addresses of files on other blogs.
CREATE TABLE elsewhere_files (
  blog TEXT NOT NULL,
  file TEXT NOT NULL,
  url TEXT NOT NULL,
  PRIMARY KEY (blog, file)
) STRICT;

-- What other blogs let through, as a trial post found.
CREATE TABLE elsewhere_trials (
  blog TEXT PRIMARY KEY,
  at TEXT,
  lets TEXT,
  -- a trial post that is still to be taken back
  left_behind TEXT
) STRICT;

-- Another blog that the job is about; null for one's own.
ALTER TABLE jobs ADD COLUMN blog TEXT;

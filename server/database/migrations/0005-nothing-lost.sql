-- What was sent to the blog, and whether it stands there is not known yet: written before it is sent, gone with the answer.
CREATE TABLE sendings (
  post_id TEXT PRIMARY KEY REFERENCES posts (id) ON DELETE CASCADE,
  version INTEGER NOT NULL,
  as_state TEXT NOT NULL CHECK (as_state IN ('draft', 'live')),
  address TEXT NOT NULL,
  -- what the host calls the pages
  revision TEXT NOT NULL,
  pages_hash TEXT NOT NULL,
  listed TEXT NOT NULL,
  at TEXT NOT NULL
) STRICT;

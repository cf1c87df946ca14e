-- What is to be sent or taken back, one after another; a stop in the middle is gone on with at the next start.
CREATE TABLE jobs (
  key INTEGER PRIMARY KEY,
  id TEXT NOT NULL UNIQUE,
  post_id TEXT NOT NULL REFERENCES posts (id) ON DELETE CASCADE,
  kind TEXT NOT NULL CHECK (kind IN ('publish', 'withdraw')),
  -- of a publish: which version, and as what
  version INTEGER,
  as_state TEXT CHECK (as_state IN ('draft', 'live')),
  state TEXT NOT NULL CHECK (state IN ('waiting', 'running', 'done', 'failed')),
  stage TEXT,
  done INTEGER NOT NULL DEFAULT 0,
  total INTEGER NOT NULL DEFAULT 0,
  -- asked again until the host answers, from this moment on
  patient INTEGER NOT NULL DEFAULT 0,
  tries INTEGER NOT NULL DEFAULT 0,
  not_before TEXT,
  -- the refusal it ended with, JSON
  problem TEXT,
  created_at TEXT NOT NULL,
  ended_at TEXT,
  CHECK ((kind = 'publish') = (version IS NOT NULL AND as_state IS NOT NULL))
) STRICT;
CREATE INDEX jobs_to_do ON jobs (key) WHERE state IN ('waiting', 'running');
CREATE INDEX jobs_by_post ON jobs (post_id);

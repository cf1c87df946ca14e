-- Of a picture that was made smaller as it came: the hash of the file that came, so that it is known again.
ALTER TABLE pictures ADD COLUMN came_hash TEXT NOT NULL DEFAULT '';
CREATE INDEX pictures_by_came_hash ON pictures (came_hash) WHERE came_hash <> '';

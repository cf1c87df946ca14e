-- Pictures that move have files in which they do.
CREATE TABLE renditions_now (
  file TEXT PRIMARY KEY,
  picture_id TEXT NOT NULL REFERENCES pictures (id) ON DELETE CASCADE,
  width INTEGER NOT NULL,
  height INTEGER NOT NULL,
  format TEXT NOT NULL CHECK (format IN ('webp', 'jpeg', 'moving')),
  bytes INTEGER NOT NULL
) STRICT;
INSERT INTO renditions_now SELECT file, picture_id, width, height, format, bytes FROM renditions;
DROP TABLE renditions;
ALTER TABLE renditions_now RENAME TO renditions;
CREATE INDEX renditions_by_picture ON renditions (picture_id);

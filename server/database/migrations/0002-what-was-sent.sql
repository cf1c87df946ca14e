-- A hash of the pages as they were sent, to tell when house style or picture texts have changed them since.
ALTER TABLE publications ADD COLUMN pages_hash TEXT;

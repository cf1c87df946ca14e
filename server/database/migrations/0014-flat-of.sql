-- The row that a flat picture was made from, and how, as JSON; '' for any other picture.
ALTER TABLE pictures ADD COLUMN flat_of TEXT NOT NULL DEFAULT '';

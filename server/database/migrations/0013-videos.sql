-- The video that a picture stands for, as JSON; '' for a picture that is one.
ALTER TABLE pictures ADD COLUMN video TEXT NOT NULL DEFAULT '';

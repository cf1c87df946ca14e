-- Where a click on the picture leads, in rows whose clicks lead to a web address; '' where it says nothing.
ALTER TABLE pictures ADD COLUMN link TEXT NOT NULL DEFAULT '';

-- A picture may be given a name; that of the file that it came as is kept, and found.
ALTER TABLE pictures ADD COLUMN came_as TEXT NOT NULL DEFAULT '';
DROP TRIGGER pictures_reworded;
CREATE TRIGGER pictures_reworded AFTER UPDATE OF title, alt, caption, credit, tags, file_name, came_as ON pictures BEGIN
  DELETE FROM picture_words WHERE rowid = OLD.number;
  INSERT INTO picture_words (rowid, words) VALUES (NEW.number, searchable(NEW.title || ' ' || NEW.alt || ' '
    || NEW.caption || ' ' || NEW.credit || ' ' || NEW.tags || ' ' || NEW.file_name || ' ' || NEW.came_as));
END;

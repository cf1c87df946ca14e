-- A focus point that was suggested at intake, until somebody confirms or moves it.
ALTER TABLE pictures ADD COLUMN focus_suggested INTEGER NOT NULL DEFAULT 0;

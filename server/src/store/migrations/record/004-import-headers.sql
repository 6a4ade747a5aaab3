-- The headers a file had when it was imported: a feed keeps only those of its newest file.
ALTER TABLE import ADD COLUMN headers TEXT NOT NULL DEFAULT '[]';

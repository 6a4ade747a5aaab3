-- The last day a row stands for; NULL for its day alone.
ALTER TABLE feed_row ADD COLUMN to_day INTEGER;

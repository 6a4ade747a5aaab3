-- Amounts known only within limits, as {"term": {"least", "most"}}, most null for open; their own columns hold NULL.
ALTER TABLE feed_row ADD COLUMN limits TEXT;

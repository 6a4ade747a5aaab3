-- What channels claim to have brought, one row each: which order, when the click was, what it is said to be worth. Moments in
-- seconds since 1970, UTC; values in millionths of the account's currency, counts in millionths. NULL for what it does not tell.
CREATE TABLE claim_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  day INTEGER NOT NULL,
  order_id TEXT,
  click_day INTEGER,
  click_moment INTEGER,
  value INTEGER,
  count INTEGER,
  campaign TEXT,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
CREATE INDEX claim_row_live ON claim_row (feed_id, day) WHERE until IS NULL;
CREATE INDEX claim_row_id ON claim_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX claim_row_until ON claim_row (feed_id, until) WHERE until IS NOT NULL;

-- Feeds of lots and of journeys, and what orders carry of them. (The check of a column can only be changed in a new table.)
CREATE TABLE feed_new (
  id INTEGER PRIMARY KEY,
  account_id TEXT NOT NULL REFERENCES account (id),
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('report', 'orders', 'lots', 'journeys')),
  grain TEXT NOT NULL,
  action TEXT NOT NULL,
  headers TEXT NOT NULL,
  mapping TEXT NOT NULL,
  version INTEGER NOT NULL DEFAULT 0,
  UNIQUE (account_id, name)
) STRICT;
INSERT INTO feed_new SELECT id, account_id, name, kind, grain, action, headers, mapping, version FROM feed;
DROP TABLE feed;
ALTER TABLE feed_new RENAME TO feed;

ALTER TABLE order_row ADD COLUMN tag_link TEXT;

-- Traffic bought at once, one row each; the price in millionths of the account's currency.
CREATE TABLE lot_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  day INTEGER NOT NULL,
  seller TEXT NOT NULL,
  price INTEGER NOT NULL,
  link TEXT NOT NULL,
  unit TEXT NOT NULL CHECK (unit IN ('clicks', 'views')),
  agreed INTEGER,
  delivered INTEGER,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
CREATE INDEX lot_row_live ON lot_row (feed_id, day) WHERE until IS NULL;
CREATE INDEX lot_row_id ON lot_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX lot_row_until ON lot_row (feed_id, until) WHERE until IS NOT NULL;

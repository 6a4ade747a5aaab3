-- What imports bring: one transaction writes an import with all it changes, and only the intake process writes here.
-- Accounts and files are those of the record (lens.sqlite); nothing can refer across two files.
CREATE TABLE feed (
  id INTEGER PRIMARY KEY,
  account_id TEXT NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('report', 'orders', 'lots', 'journeys')),
  grain TEXT NOT NULL,
  action TEXT NOT NULL,
  headers TEXT NOT NULL,
  mapping TEXT NOT NULL,
  -- Grows with every import and every take-back; caches compare it.
  version INTEGER NOT NULL DEFAULT 0,
  UNIQUE (account_id, name)
) STRICT;

-- Which term the numbered amount columns of a feed's rows hold. A new measure needs no migration.
CREATE TABLE feed_column (
  feed_id INTEGER NOT NULL REFERENCES feed (id),
  slot INTEGER NOT NULL CHECK (slot BETWEEN 0 AND 15),
  term TEXT NOT NULL,
  PRIMARY KEY (feed_id, slot),
  UNIQUE (feed_id, term)
) STRICT;

CREATE TABLE import (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  feed_id INTEGER NOT NULL REFERENCES feed (id),
  file_hash TEXT NOT NULL,
  file_name TEXT NOT NULL,
  imported_at TEXT NOT NULL,
  from_day INTEGER NOT NULL,
  to_day INTEGER NOT NULL,
  -- Where only hours are covered: the first and the last, as day × 24 + hour.
  first_hour INTEGER,
  last_hour INTEGER,
  -- Campaigns covered, as a JSON list of member ids; NULL for everything the account has.
  campaigns TEXT,
  rows INTEGER NOT NULL,
  bad_rows INTEGER NOT NULL,
  mapping TEXT NOT NULL,
  -- The headers the file had: a feed keeps only those of its newest file.
  headers TEXT NOT NULL DEFAULT '[]',
  taken_back_at TEXT,
  -- The feed's version right after that: while it stands the import can be brought back as it was.
  taken_back_version INTEGER,
  -- Who brought it in.
  person TEXT NOT NULL DEFAULT '',
  -- The job that made it; by it a job is known to be done whatever happens right after the commit.
  job TEXT
) STRICT;
CREATE INDEX import_feed ON import (feed_id);
CREATE INDEX import_job ON import (job);

-- Lines that could not be read, by as much as they tell of where they belong; NULL for what they do not. What they said is missing there.
CREATE TABLE unread_line (
  import_id INTEGER NOT NULL REFERENCES import (id),
  day INTEGER,
  campaign_id INTEGER,
  lines INTEGER NOT NULL
) STRICT;
CREATE INDEX unread_line_import ON unread_line (import_id);

CREATE TABLE member (
  id INTEGER PRIMARY KEY,
  account_id TEXT NOT NULL,
  level TEXT NOT NULL,
  parent_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  name TEXT NOT NULL,
  UNIQUE (account_id, level, parent_id, external_id)
) STRICT;

-- The other dimensions of a row (device, hour), once for each combination; number 0 for none.
CREATE TABLE split (
  id INTEGER PRIMARY KEY,
  dimensions TEXT NOT NULL UNIQUE
) STRICT;
INSERT INTO split (id, dimensions) VALUES (0, '{}');

-- Rows live from one import (since) until another replaced them (until). since = until: taken back.
-- Amounts are integers: money and outcomes in millionths, plain counts as they are; NULL is "not measured".
CREATE TABLE feed_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  day INTEGER NOT NULL,
  -- The last day it stands for; NULL for its day alone.
  to_day INTEGER,
  campaign_id INTEGER NOT NULL,
  member_id INTEGER NOT NULL,
  split_id INTEGER NOT NULL,
  since INTEGER NOT NULL,
  until INTEGER,
  -- Amounts known only within limits, as {"term": {"least", "most"}}, most null for open; their own columns hold NULL.
  limits TEXT,
  a0 INTEGER, a1 INTEGER, a2 INTEGER, a3 INTEGER, a4 INTEGER, a5 INTEGER, a6 INTEGER, a7 INTEGER,
  a8 INTEGER, a9 INTEGER, a10 INTEGER, a11 INTEGER, a12 INTEGER, a13 INTEGER, a14 INTEGER, a15 INTEGER
) STRICT;
CREATE INDEX feed_row_live ON feed_row (feed_id, day, member_id, split_id) WHERE until IS NULL;
CREATE INDEX feed_row_until ON feed_row (feed_id, until) WHERE until IS NOT NULL;

-- Orders, leads and the like, one row each or several of a kind, with both of their days and the tags they carry.
CREATE TABLE order_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  sale_day INTEGER NOT NULL,
  click_day INTEGER,
  value INTEGER,
  tag_campaign TEXT,
  tag_ad TEXT,
  tag_keyword TEXT,
  tag_link TEXT,
  -- How many outcomes it stands for, in millionths; NULL for one.
  count INTEGER,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
CREATE INDEX order_row_live ON order_row (feed_id, sale_day) WHERE until IS NULL;
CREATE INDEX order_row_id ON order_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX order_row_until ON order_row (feed_id, until) WHERE until IS NOT NULL;

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

-- Touches of journeys, one row each, the weight in millionths.
CREATE TABLE touch_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  day INTEGER NOT NULL,
  journey TEXT NOT NULL,
  at TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('click', 'view')),
  source TEXT,
  tag_campaign TEXT,
  weight INTEGER NOT NULL,
  outcome_day INTEGER,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
CREATE INDEX touch_row_live ON touch_row (feed_id, day) WHERE until IS NULL;
CREATE INDEX touch_row_id ON touch_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX touch_row_until ON touch_row (feed_id, until) WHERE until IS NOT NULL;

-- What a take-back changed, row by row, so that it can be undone until the feed changes again.
CREATE TABLE taken_back_row (
  import_id INTEGER NOT NULL REFERENCES import (id),
  row_id INTEGER NOT NULL,
  since INTEGER NOT NULL,
  until INTEGER,
  PRIMARY KEY (import_id, row_id)
) STRICT, WITHOUT ROWID;

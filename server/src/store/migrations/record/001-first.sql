CREATE TABLE setting (
  name TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT;

CREATE TABLE client (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  currency TEXT NOT NULL,
  time_zone TEXT NOT NULL,
  locale TEXT NOT NULL,
  metric_set TEXT NOT NULL
) STRICT;

-- Targets, margins and budgets are dated documents that are edited as a whole.
CREATE TABLE promise (
  id INTEGER PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  kind TEXT NOT NULL CHECK (kind IN ('target', 'margin', 'budget')),
  from_day INTEGER NOT NULL,
  to_day INTEGER NOT NULL CHECK (to_day >= from_day),
  value REAL NOT NULL CHECK (value > 0),
  metric TEXT,
  counted_by TEXT,
  basis TEXT
) STRICT;
CREATE INDEX promise_client ON promise (client_id);

CREATE TABLE channel (
  id TEXT PRIMARY KEY,
  name TEXT NOT NULL UNIQUE,
  kind TEXT NOT NULL
) STRICT;

CREATE TABLE account (
  id TEXT PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  channel_id TEXT NOT NULL REFERENCES channel (id),
  name TEXT NOT NULL,
  currency TEXT NOT NULL,
  time_zone TEXT NOT NULL,
  UNIQUE (client_id, channel_id, name)
) STRICT;

CREATE TABLE feed (
  id INTEGER PRIMARY KEY,
  account_id TEXT NOT NULL REFERENCES account (id),
  name TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('report', 'orders')),
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

CREATE TABLE file (
  hash TEXT PRIMARY KEY,
  size INTEGER NOT NULL,
  received_at TEXT NOT NULL
) STRICT;

CREATE TABLE import (
  id INTEGER PRIMARY KEY AUTOINCREMENT,
  feed_id INTEGER NOT NULL REFERENCES feed (id),
  file_hash TEXT NOT NULL REFERENCES file (hash),
  file_name TEXT NOT NULL,
  imported_at TEXT NOT NULL,
  from_day INTEGER NOT NULL,
  to_day INTEGER NOT NULL,
  -- Campaigns covered, as a JSON list of member ids; NULL for everything the account has.
  campaigns TEXT,
  rows INTEGER NOT NULL,
  bad_rows INTEGER NOT NULL,
  mapping TEXT NOT NULL,
  taken_back_at TEXT
) STRICT;
CREATE INDEX import_feed ON import (feed_id);

CREATE TABLE member (
  id INTEGER PRIMARY KEY,
  account_id TEXT NOT NULL REFERENCES account (id),
  level TEXT NOT NULL,
  parent_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  name TEXT NOT NULL,
  UNIQUE (account_id, level, parent_id, external_id)
) STRICT;

-- The other dimensions of a row (device, hour), once for each combination.
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
  campaign_id INTEGER NOT NULL,
  member_id INTEGER NOT NULL,
  split_id INTEGER NOT NULL,
  since INTEGER NOT NULL,
  until INTEGER,
  a0 INTEGER, a1 INTEGER, a2 INTEGER, a3 INTEGER, a4 INTEGER, a5 INTEGER, a6 INTEGER, a7 INTEGER,
  a8 INTEGER, a9 INTEGER, a10 INTEGER, a11 INTEGER, a12 INTEGER, a13 INTEGER, a14 INTEGER, a15 INTEGER
) STRICT;
CREATE INDEX feed_row_live ON feed_row (feed_id, day, member_id, split_id) WHERE until IS NULL;
CREATE INDEX feed_row_until ON feed_row (feed_id, until) WHERE until IS NOT NULL;

-- Orders and leads, one row each, with both of their days and the tags they carry.
CREATE TABLE order_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  sale_day INTEGER NOT NULL,
  click_day INTEGER,
  value INTEGER,
  tag_campaign TEXT,
  tag_ad TEXT,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
CREATE INDEX order_row_live ON order_row (feed_id, sale_day) WHERE until IS NULL;
CREATE INDEX order_row_id ON order_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX order_row_until ON order_row (feed_id, until) WHERE until IS NOT NULL;

CREATE TABLE job (
  id TEXT PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  kind TEXT NOT NULL,
  state TEXT NOT NULL,
  request TEXT NOT NULL,
  phase TEXT NOT NULL DEFAULT '',
  rows INTEGER NOT NULL DEFAULT 0,
  report TEXT,
  import_id INTEGER,
  error TEXT,
  created_at TEXT NOT NULL
) STRICT;

CREATE TABLE move (
  id TEXT PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  -- Member, field and old value: the same proposal is the same move.
  subject TEXT NOT NULL,
  decision TEXT NOT NULL CHECK (decision IN ('accepted', 'dismissed')),
  reason TEXT NOT NULL,
  decided_at TEXT NOT NULL,
  decided_on INTEGER NOT NULL,
  document TEXT NOT NULL,
  UNIQUE (client_id, subject)
) STRICT;

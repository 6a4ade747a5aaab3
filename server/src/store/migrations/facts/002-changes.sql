-- Feeds of changes. (The check of a column can only be changed in a new table; the kinds there are, the program checks.)
CREATE TABLE feed_new (
  id INTEGER PRIMARY KEY,
  account_id TEXT NOT NULL,
  name TEXT NOT NULL,
  kind TEXT NOT NULL,
  grain TEXT NOT NULL,
  action TEXT NOT NULL,
  headers TEXT NOT NULL,
  mapping TEXT NOT NULL,
  -- Grows with every import and every take-back; caches compare it.
  version INTEGER NOT NULL DEFAULT 0,
  UNIQUE (account_id, name)
) STRICT;
INSERT INTO feed_new (id, account_id, name, kind, grain, action, headers, mapping, version)
SELECT id, account_id, name, kind, grain, action, headers, mapping, version FROM feed;
DROP TABLE feed;
ALTER TABLE feed_new RENAME TO feed;

-- Changes of settings as a channel's history tells them: who changed what, when, from what to what. NULL for what it does not tell.
CREATE TABLE change_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  day INTEGER NOT NULL,
  at TEXT NOT NULL,
  -- The deepest level it names; NULL where it is about the account.
  level TEXT,
  member_id TEXT,
  member_name TEXT,
  field TEXT,
  old_value TEXT,
  new_value TEXT,
  note TEXT,
  person TEXT,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
CREATE INDEX change_row_live ON change_row (feed_id, day) WHERE until IS NULL;
CREATE INDEX change_row_id ON change_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX change_row_until ON change_row (feed_id, until) WHERE until IS NOT NULL;

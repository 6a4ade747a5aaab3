CREATE TABLE connection (
  id TEXT PRIMARY KEY,
  account_id TEXT NOT NULL REFERENCES account (id),
  -- The channel and account as the service names them.
  service_channel TEXT NOT NULL,
  service_account TEXT NOT NULL,
  -- Sealed with a key that is not in this folder.
  token BLOB NOT NULL,
  schedule TEXT NOT NULL,
  last_at TEXT,
  UNIQUE (account_id, service_channel, service_account)
) STRICT;

CREATE TABLE connected_report (
  connection_id TEXT NOT NULL REFERENCES connection (id) ON DELETE CASCADE,
  report TEXT NOT NULL,
  name TEXT NOT NULL,
  -- Fields asked for beside those that are always sent, as a JSON list.
  fields TEXT NOT NULL,
  from_day INTEGER NOT NULL,
  -- Columns as last accepted, as a JSON list; NULL before the first fetch.
  columns TEXT,
  fetched_from INTEGER,
  fetched_to INTEGER,
  state TEXT NOT NULL,
  rows INTEGER NOT NULL DEFAULT 0,
  error TEXT NOT NULL DEFAULT '',
  changed TEXT,
  PRIMARY KEY (connection_id, report)
) STRICT;

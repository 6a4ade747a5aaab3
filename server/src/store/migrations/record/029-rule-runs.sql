-- Looks of standing rules: what each saw and proposed for a client on a day, as JSON.
CREATE TABLE rule_run (
  client_id TEXT NOT NULL REFERENCES client (id),
  rule_id TEXT NOT NULL,
  day INTEGER NOT NULL,
  -- Of which version of the rule.
  version INTEGER NOT NULL,
  at TEXT NOT NULL,
  content TEXT NOT NULL,
  PRIMARY KEY (client_id, rule_id, day)
) STRICT, WITHOUT ROWID;

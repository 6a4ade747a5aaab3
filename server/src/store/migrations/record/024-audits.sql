-- Audits that were made by themselves after data had arrived, as deflated JSON, one for each day.
CREATE TABLE kept_audit (
  client_id TEXT NOT NULL REFERENCES client (id),
  made_on INTEGER NOT NULL,
  made_at TEXT NOT NULL,
  -- Fingerprint of what the answers were made of.
  record TEXT NOT NULL,
  content BLOB NOT NULL,
  PRIMARY KEY (client_id, made_on)
) STRICT, WITHOUT ROWID;

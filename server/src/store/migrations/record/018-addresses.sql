-- Questions too long for an address: it holds their hash.
CREATE TABLE kept_address (
  hash TEXT PRIMARY KEY,
  text TEXT NOT NULL,
  kept_at TEXT NOT NULL
) STRICT, WITHOUT ROWID;

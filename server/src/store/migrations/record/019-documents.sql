-- What people write and keep: each edit is a version of its own, and so is taking one away (no body).
CREATE TABLE document (
  kind TEXT NOT NULL,
  id TEXT NOT NULL,
  -- From 1 on, without holes.
  version INTEGER NOT NULL,
  -- Whose it is; of the whole agency where there is none.
  client_id TEXT REFERENCES client (id),
  body TEXT,
  note TEXT NOT NULL,
  by TEXT NOT NULL,
  at TEXT NOT NULL,
  PRIMARY KEY (kind, id, version)
) STRICT, WITHOUT ROWID;
CREATE INDEX document_of_client ON document (kind, client_id);

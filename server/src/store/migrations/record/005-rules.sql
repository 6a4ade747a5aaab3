-- What a client has said about how its data is to be understood, one document a kind, edited as a whole.
CREATE TABLE client_rules (
  client_id TEXT NOT NULL REFERENCES client (id),
  kind TEXT NOT NULL CHECK (kind IN ('naming', 'sources', 'joins')),
  document TEXT NOT NULL,
  PRIMARY KEY (client_id, kind)
) STRICT;

-- How a client's members are grouped is one more kind of what it has said of its data.
CREATE TABLE client_rules_new (
  client_id TEXT NOT NULL REFERENCES client (id),
  kind TEXT NOT NULL CHECK (kind IN ('naming', 'sources', 'joins', 'words', 'groupings')),
  document TEXT NOT NULL,
  PRIMARY KEY (client_id, kind)
) STRICT;
INSERT INTO client_rules_new SELECT client_id, kind, document FROM client_rules;
DROP TABLE client_rules;
ALTER TABLE client_rules_new RENAME TO client_rules;

-- Exchange rates are promises' neighbours: dated numbers of a client, edited as a whole with them.
CREATE TABLE promise_new (
  id INTEGER PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  kind TEXT NOT NULL CHECK (kind IN ('target', 'margin', 'budget', 'rate')),
  from_day INTEGER NOT NULL,
  to_day INTEGER NOT NULL CHECK (to_day >= from_day),
  value REAL NOT NULL CHECK (value > 0),
  metric TEXT,
  counted_by TEXT,
  basis TEXT,
  -- For a rate: what one unit of this currency is worth in the client's.
  currency TEXT
) STRICT;
INSERT INTO promise_new (id, client_id, kind, from_day, to_day, value, metric, counted_by, basis)
SELECT id, client_id, kind, from_day, to_day, value, metric, counted_by, basis FROM promise;
DROP TABLE promise;
ALTER TABLE promise_new RENAME TO promise;
CREATE INDEX promise_client ON promise (client_id);

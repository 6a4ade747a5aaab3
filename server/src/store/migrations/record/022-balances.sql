-- What stood on a prepaid account of a channel in the morning of a day; edited as a whole with what the client was promised.
CREATE TABLE promise_new (
  id INTEGER PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  kind TEXT NOT NULL CHECK (kind IN ('target', 'margin', 'budget', 'rate', 'number', 'balance')),
  from_day INTEGER NOT NULL,
  to_day INTEGER NOT NULL CHECK (to_day >= from_day),
  value REAL NOT NULL CHECK (value > 0),
  metric TEXT,
  counted_by TEXT,
  basis TEXT,
  orders_meant TEXT CHECK (orders_meant IN ('matched', 'all')),
  -- For a rate: what one unit of this currency is worth in the client's.
  currency TEXT,
  -- For a number: what formulas call it; for a balance: its channel.
  name TEXT,
  -- What a number is told in.
  unit TEXT CHECK (unit IN ('money', 'share', 'number'))
) STRICT;
INSERT INTO promise_new SELECT id, client_id, kind, from_day, to_day, value, metric, counted_by, basis, orders_meant, currency, name, unit FROM promise;
DROP TABLE promise;
ALTER TABLE promise_new RENAME TO promise;
CREATE INDEX promise_client ON promise (client_id);

-- Dated numbers of a client's own, beside its margin: a price, a fee. They are edited as a whole with its promises.
CREATE TABLE promise_new (
  id INTEGER PRIMARY KEY,
  client_id TEXT NOT NULL REFERENCES client (id),
  kind TEXT NOT NULL CHECK (kind IN ('target', 'margin', 'budget', 'rate', 'number')),
  from_day INTEGER NOT NULL,
  to_day INTEGER NOT NULL CHECK (to_day >= from_day),
  value REAL NOT NULL CHECK (value > 0),
  metric TEXT,
  counted_by TEXT,
  basis TEXT,
  orders_meant TEXT CHECK (orders_meant IN ('matched', 'all')),
  -- For a rate: what one unit of this currency is worth in the client's.
  currency TEXT,
  -- For a number: what formulas call it, and what it is told in.
  name TEXT,
  unit TEXT CHECK (unit IN ('money', 'share', 'number'))
) STRICT;
INSERT INTO promise_new (id, client_id, kind, from_day, to_day, value, metric, counted_by, basis, orders_meant, currency)
SELECT id, client_id, kind, from_day, to_day, value, metric, counted_by, basis, orders_meant, currency FROM promise;
DROP TABLE promise;
ALTER TABLE promise_new RENAME TO promise;
CREATE INDEX promise_client ON promise (client_id);

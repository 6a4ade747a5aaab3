-- What a client has said of its data, and what it was promised, are documents like any other: each edit is a version.
INSERT INTO document (kind, id, version, client_id, body, note, by, at)
SELECT kind, client_id, 1, client_id, document, '', '', strftime('%Y-%m-%dT%H:%M:%fZ', 'now') FROM client_rules;
DROP TABLE client_rules;

INSERT INTO document (kind, id, version, client_id, body, note, by, at)
SELECT 'promises', id, 1, id, json_object(
  'targets', json((SELECT json_group_array(json_object('from', from_day, 'to', to_day, 'value', value, 'metric', metric,
      'countedBy', counted_by, 'basis', basis, 'orders', orders_meant))
    FROM (SELECT * FROM promise WHERE client_id = client.id AND kind = 'target' ORDER BY from_day, id))),
  'margins', json((SELECT json_group_array(json_object('from', from_day, 'to', to_day, 'share', value))
    FROM (SELECT * FROM promise WHERE client_id = client.id AND kind = 'margin' ORDER BY from_day, id))),
  'budgets', json((SELECT json_group_array(json_object('from', from_day, 'to', to_day, 'amount', value))
    FROM (SELECT * FROM promise WHERE client_id = client.id AND kind = 'budget' ORDER BY from_day, id))),
  'rates', json((SELECT json_group_array(json_object('from', from_day, 'to', to_day, 'currency', currency, 'rate', value))
    FROM (SELECT * FROM promise WHERE client_id = client.id AND kind = 'rate' ORDER BY from_day, id))),
  'numbers', json((SELECT json_group_array(json_object('from', from_day, 'to', to_day, 'name', name, 'unit', unit, 'value', value))
    FROM (SELECT * FROM promise WHERE client_id = client.id AND kind = 'number' ORDER BY from_day, id)))
), '', '', strftime('%Y-%m-%dT%H:%M:%fZ', 'now')
FROM client WHERE id IN (SELECT client_id FROM promise);
DROP TABLE promise;

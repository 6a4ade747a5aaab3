-- A move may be proposed by something else than a finding: by a plan of budgets.
UPDATE move SET document = json_remove(
  json_set(
    document,
    '$.proposedBy',
    json_object(
      'kind', 'finding',
      'check', json_extract(document, '$.finding.check'),
      'key', json_extract(document, '$.finding.key')
    )
  ),
  '$.finding'
);

-- A move says itself what it changes of what, why, and what is expected: until now it was a finding against the target.
UPDATE move SET document = json_patch(
  json_object(
    'id', json_extract(document, '$.id'),
    'entity', json_object(
      'level', json_extract(document, '$.finding.level'),
      'member', json_extract(document, '$.finding.member'),
      'key', json_extract(document, '$.finding.key'),
      'name', json_extract(document, '$.finding.name'),
      'channelName', json_extract(document, '$.channelName'),
      'accountName', json_extract(document, '$.accountName'),
      'externalId', json_extract(document, '$.externalId'),
      'currency', coalesce(json_extract(document, '$.finding.currency'), '')
    ),
    'change', CASE json_extract(document, '$.finding.move.field')
      WHEN 'status' THEN json_object('field', 'status', 'from', 'running', 'to', 'paused')
      ELSE json_object(
        'field', 'daily budget',
        'from', CAST(json_extract(document, '$.finding.move.oldValue') AS REAL),
        'to', CAST(json_extract(document, '$.finding.move.newValue') AS REAL)
      )
    END,
    'effect', json(json_extract(document, '$.finding.move.effect')),
    'outcome', CASE json_extract(document, '$.finding.metric')
      WHEN 'cost-per-lead' THEN 'lead'
      WHEN 'cost-per-booking' THEN 'booking'
      WHEN 'cost-per-install' THEN 'install'
      ELSE 'purchase'
    END,
    'evidence', json_array(
      CASE json_extract(document, '$.finding.metric')
        WHEN 'roas' THEN 'ROAS'
        WHEN 'cpa' THEN 'CPA'
        ELSE 'Cost per ' || replace(json_extract(document, '$.finding.metric'), 'cost-per-', '')
      END
      || CASE
        WHEN json_extract(document, '$.finding.actual') IS NULL THEN ': none came yet'
        ELSE ' ' || printf('%.2f', json_extract(document, '$.finding.actual'))
      END
      || ', target ' || printf('%.2f', json_extract(document, '$.finding.target')) || '.',
      '95 % sure it is between ' || printf('%.2f', json_extract(document, '$.finding.range.low')) || ' and '
      || CASE
        WHEN json_extract(document, '$.finding.range.high') IS NULL THEN 'open'
        ELSE printf('%.2f', json_extract(document, '$.finding.range.high'))
      END || '.'
    ),
    'finding', json_object('check', 'target', 'key', json_extract(document, '$.finding.key')),
    'decision', json_extract(document, '$.decision'),
    'reason', json_extract(document, '$.reason'),
    'decidedAt', json_extract(document, '$.decidedAt'),
    'decidedOn', json_extract(document, '$.decidedOn')
  ),
  CASE WHEN json_extract(document, '$.picture') IS NULL THEN '{}' ELSE json_object('picture', json_extract(document, '$.picture')) END
);
-- Audits hold proposed moves in the shape of before; they are made again by themselves.
DELETE FROM kept_audit;

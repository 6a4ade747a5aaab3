-- A placement and a sub-source of one name are two things to change.
UPDATE move SET subject = replace(subject, '|part|', '|part|' || json_extract(document, '$.change.dimension') || '|')
  WHERE json_extract(document, '$.change.field') = 'part';

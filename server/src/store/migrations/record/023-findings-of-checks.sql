-- Findings say which check found them; until now it was the one against the target.
UPDATE move SET document = json_set(document, '$.finding.check', 'target');

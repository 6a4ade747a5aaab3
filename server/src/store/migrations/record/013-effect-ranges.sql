-- Spend is expected within a range like everything else, and findings say what was brought and why no change is proposed.
UPDATE move SET document = json_set(document, '$.finding.move.effect.spend', json_object(
  'low', document ->> '$.finding.move.effect.spend', 'middle', document ->> '$.finding.move.effect.spend', 'high', document ->> '$.finding.move.effect.spend'))
WHERE json_type(document, '$.finding.move.effect.spend') IN ('integer', 'real');
UPDATE move SET document = json_set(document, '$.finding.noMove', '', '$.finding.value', coalesce(document ->> '$.finding.value', 0));

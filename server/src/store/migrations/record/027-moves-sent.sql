-- Findings of checks call for moves: audits kept before know of none, and are made again.
DELETE FROM kept_audit;

-- How often a move was written anew since it was decided: what was read of it before is old then.
ALTER TABLE move ADD COLUMN changed INTEGER NOT NULL DEFAULT 0;

-- A move says who decided, who approved it, and who sent it to its channel.
UPDATE move SET document = json_set(
  document,
  '$.by', '',
  '$.approved', json('null'),
  '$.sent', json('null'),
  '$.trouble', ''
);

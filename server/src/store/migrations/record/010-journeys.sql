-- Touches of journeys, one row each, the weight in millionths.
CREATE TABLE touch_row (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  day INTEGER NOT NULL,
  journey TEXT NOT NULL,
  at TEXT NOT NULL,
  kind TEXT NOT NULL CHECK (kind IN ('click', 'view')),
  source TEXT,
  tag_campaign TEXT,
  weight INTEGER NOT NULL,
  outcome_day INTEGER,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
CREATE INDEX touch_row_live ON touch_row (feed_id, day) WHERE until IS NULL;
CREATE INDEX touch_row_id ON touch_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX touch_row_until ON touch_row (feed_id, until) WHERE until IS NOT NULL;

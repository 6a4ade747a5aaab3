-- What people met and what came of it. Ids of people as hashes; moments in seconds since 1970, UTC; weights and values
-- in millionths; what a touch was like as JSON by dimension. A line without a kind tells an outcome alone.
CREATE TABLE touch_row_new (
  id INTEGER PRIMARY KEY,
  feed_id INTEGER NOT NULL,
  external_id TEXT NOT NULL,
  day INTEGER NOT NULL,
  person TEXT NOT NULL,
  moment INTEGER NOT NULL,
  kind TEXT CHECK (kind IN ('click', 'view')),
  source TEXT,
  tag_campaign TEXT,
  tag_ad TEXT,
  tag_keyword TEXT,
  tag_link TEXT,
  splits TEXT NOT NULL,
  weight INTEGER,
  outcome TEXT,
  outcome_day INTEGER,
  outcome_moment INTEGER,
  value INTEGER,
  order_id TEXT,
  since INTEGER NOT NULL,
  until INTEGER
) STRICT;
INSERT INTO touch_row_new (id, feed_id, external_id, day, person, moment, kind, source, tag_campaign, splits, weight, outcome, outcome_day,
  outcome_moment, since, until)
SELECT touch_row.id, feed_id, touch_row.external_id, day, hashed_person(journey), coalesce(unixepoch(at), day * 86400), touch_row.kind, source,
  tag_campaign, '{}', weight, iif(outcome_day IS NULL, NULL, action), outcome_day, outcome_day * 86400 + 86399, since, until
FROM touch_row JOIN feed ON feed.id = feed_id;
DROP TABLE touch_row;
ALTER TABLE touch_row_new RENAME TO touch_row;
CREATE INDEX touch_row_live ON touch_row (feed_id, day) WHERE until IS NULL;
CREATE INDEX touch_row_id ON touch_row (feed_id, external_id) WHERE until IS NULL;
CREATE INDEX touch_row_until ON touch_row (feed_id, until) WHERE until IS NOT NULL;
UPDATE feed SET mapping = replace(mapping, '"role":"journey"', '"role":"person"') WHERE kind = 'journeys';
UPDATE import SET mapping = replace(mapping, '"role":"journey"', '"role":"person"') WHERE mapping LIKE '%"kind":"journeys"%';
-- The copy that is kept, where it is not the file as it came: ids of people are hashed in it.
ALTER TABLE import ADD COLUMN kept_hash TEXT;

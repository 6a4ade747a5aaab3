-- What stood on a dashboard when it was frozen: its figures and all they are drawn by, as deflated JSON.
CREATE TABLE frozen_content (
  id TEXT PRIMARY KEY,
  content BLOB NOT NULL
) STRICT;

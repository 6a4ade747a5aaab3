-- What imports call the picture of an ad, where it is another than before.
CREATE TABLE ad_picture (
  member_id INTEGER NOT NULL,
  import_id INTEGER NOT NULL REFERENCES import (id),
  name TEXT NOT NULL,
  PRIMARY KEY (member_id, import_id)
) STRICT, WITHOUT ROWID;

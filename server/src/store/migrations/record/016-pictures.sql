-- Pictures of an account's ads by the names its files give them; the pictures themselves lie in the data folder, by their fingerprint.
CREATE TABLE picture (
  account_id TEXT NOT NULL REFERENCES account (id),
  name TEXT NOT NULL,
  hash TEXT NOT NULL,
  PRIMARY KEY (account_id, name)
) STRICT, WITHOUT ROWID;

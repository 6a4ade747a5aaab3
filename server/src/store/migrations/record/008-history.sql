-- Who brought an import in, and whether its file is still there or only its fingerprint.
ALTER TABLE import ADD COLUMN person TEXT NOT NULL DEFAULT '';
ALTER TABLE file ADD COLUMN kept INTEGER NOT NULL DEFAULT 1;

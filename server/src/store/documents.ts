import type { Db } from './database';
import type { RulesKind } from './rules';

/** What people write and keep, by kind, with what each holds. */
export type DocumentKind =
  'metric' | 'metric set' | 'view' | 'dashboard' | 'frozen copy' | 'note' | 'finding' | 'standing rule' | RulesKind;

/** Who made a version, when and why. */
export interface Edit {
  readonly by: string;
  readonly at: string;
  readonly note: string;
}

export interface DocumentVersion<Body> extends Edit {
  readonly id: string;
  readonly version: number;
  /** Whose it is; null for the whole agency. */
  readonly client: string | null;
  /** Null where this version took it away. */
  readonly body: Body | null;
}

/** Somebody else has changed a document since it was looked at. */
export class ChangedMeanwhile extends Error {
  constructor(readonly current: DocumentVersion<unknown>) {
    super(`It is version ${current.version} now.`);
  }
}

interface Row extends Edit {
  readonly id: string;
  readonly version: number;
  readonly client: string | null;
  readonly body: string | null;
}

const COLUMNS = 'id, version, client_id AS client, body, note, by, at';

const readRow = <Body>({ body, ...row }: Row): DocumentVersion<Body> => ({
  ...row,
  body: body === null ? null : (JSON.parse(body) as Body),
});

/** The newest version of each document of the agency and of a client, in the order in which they were begun. */
export function documentsOf<Body>(db: Db, kind: DocumentKind, client: string): (DocumentVersion<Body> & { readonly body: Body })[] {
  return db
    .prepare<object, Row>(
      `SELECT ${COLUMNS} FROM document AS newest WHERE kind = @kind AND (client_id IS NULL OR client_id = @client) AND body IS NOT NULL
         AND version = (SELECT max(version) FROM document WHERE kind = newest.kind AND id = newest.id)
       ORDER BY (SELECT at FROM document WHERE kind = newest.kind AND id = newest.id AND version = 1), id`,
    )
    .all({ kind, client })
    .map((row) => readRow<Body>(row))
    .filter((each): each is DocumentVersion<Body> & { body: Body } => each.body !== null);
}

/** What each document of the agency and of a client was that was taken away since a moment; its version is the one that took it away. */
export function removedDocumentsOf<Body>(
  db: Db,
  kind: DocumentKind,
  client: string,
  since: string,
): (DocumentVersion<Body> & { readonly body: Body })[] {
  return db
    .prepare<object, Row>(
      `SELECT gone.id, gone.version, gone.client_id AS client, was.body, gone.note, gone.by, gone.at
         FROM document AS gone JOIN document AS was ON was.kind = gone.kind AND was.id = gone.id AND was.version = gone.version - 1
         WHERE gone.kind = @kind AND (gone.client_id IS NULL OR gone.client_id = @client) AND gone.body IS NULL AND gone.at >= @since
         AND gone.version = (SELECT max(version) FROM document WHERE kind = gone.kind AND id = gone.id) ORDER BY gone.at DESC`,
    )
    .all({ kind, client, since })
    .map((row) => readRow<Body>(row))
    .filter((each): each is DocumentVersion<Body> & { body: Body } => each.body !== null);
}

/** The newest version of one document; undefined where there is none, or it was taken away. */
export function documentOf<Body>(db: Db, kind: DocumentKind, id: string): (DocumentVersion<Body> & { readonly body: Body }) | undefined {
  const row = db
    .prepare<[string, string], Row>(`SELECT ${COLUMNS} FROM document WHERE kind = ? AND id = ? ORDER BY version DESC LIMIT 1`)
    .get(kind, id);
  const found = row && readRow<Body>(row);
  return found && found.body !== null ? { ...found, body: found.body } : undefined;
}

/** All versions of a document, the newest first; none where there is no such document. */
export const versionsOfDocument = <Body>(db: Db, kind: DocumentKind, id: string): DocumentVersion<Body>[] =>
  db
    .prepare<[string, string], Row>(`SELECT ${COLUMNS} FROM document WHERE kind = ? AND id = ? ORDER BY version DESC`)
    .all(kind, id)
    .map((row) => readRow<Body>(row));

/**
 * Stores another version of a document; `seen` is the one that was looked at, 0 for a new document, and no body takes
 * it away. Throws ChangedMeanwhile, with nothing stored, where there is a newer one.
 */
export function putDocument<Body>(
  db: Db,
  kind: DocumentKind,
  { id, client, body, seen, by, at, note }: Omit<DocumentVersion<Body>, 'version'> & { readonly seen: number },
): number {
  return db
    .transaction(() => {
      const [current] = versionsOfDocument<Body>(db, kind, id);
      if (current && current.version !== seen) throw new ChangedMeanwhile(current);
      db.prepare(
        `INSERT INTO document (kind, id, version, client_id, body, note, by, at)
         VALUES (@kind, @id, @version, @client, @body, @note, @by, @at)`,
      ).run({ kind, id, version: seen + 1, client, body: body === null ? null : JSON.stringify(body), note, by, at });
      return seen + 1;
    })
    .immediate();
}

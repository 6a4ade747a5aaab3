import { randomUUID } from 'node:crypto';
import { type Context, momentOf } from '../context';
import { HttpProblem, notFound } from '../problem';
import { ChangedMeanwhile, type DocumentKind, documentsOf, putDocument } from '../store/documents';

/** Who changes which version why, of what is the agency's or a client's. */
export interface Change {
  readonly seen: number;
  readonly by: string;
  readonly note: string;
  readonly isOfAgency: boolean;
}

export const newId = (kind: string): string => `own-${kind}-${randomUUID().slice(0, 8)}`;

/** Stores a version, or a 409 problem where somebody else has stored another meanwhile. */
export function put(context: Context, kind: DocumentKind, document: Omit<Parameters<typeof putDocument>[2], 'at'>): number {
  try {
    return putDocument(context.db, kind, { ...document, at: momentOf(context) });
  } catch (error) {
    if (!(error instanceof ChangedMeanwhile)) throw error;
    const { by, at, body } = error.current;
    const who = by === '' ? 'Somebody' : by;
    throw new HttpProblem(
      409,
      'Changed meanwhile',
      `${who} has ${body === null ? 'taken it away' : 'changed it'} at ${at.slice(11, 16)} on ${at.slice(0, 10)}. Look at both before one of them is lost.`,
    );
  }
}

/** The newest version of a document of the agency or the client, or a 404 problem. */
export function documentOr404<Body>({ db }: Context, kind: DocumentKind, { client, id }: { client: string; id: string }) {
  const found = documentsOf<Body>(db, kind, client).find((each) => each.id === id);
  if (!found) throw notFound(kind);
  return found;
}

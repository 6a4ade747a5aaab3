import { randomUUID } from 'node:crypto';
import { type Context, momentOf } from '../context';
import { HttpProblem, notFound } from '../problem';
import {
  ChangedMeanwhile,
  type DocumentKind,
  type DocumentVersion,
  documentsOf,
  putDocument,
  removedDocumentsOf,
  versionsOfDocument,
} from '../store/documents';
import { asSaid, type Rules, type RulesKind, saidOf } from '../store/rules';
import { clientOr404 } from './clients';

/** Who changes which version why, of what is the agency's or a client's. */
export interface Change {
  readonly seen: number;
  readonly by: string;
  readonly note: string;
  readonly isOfAgency: boolean;
}

interface Of {
  readonly client: string;
  readonly id: string;
}

export const newId = (kind: string): string => `own-${kind.replaceAll(' ', '-')}-${randomUUID().slice(0, 8)}`;

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

/** What a client has said of one kind, stored as a whole, with its version; or a 409 problem where it was changed since it was looked at. */
export function keepRules<K extends RulesKind>(
  context: Context,
  { client, kind, body, seen, by }: { client: string; kind: K; body: Rules[K]; seen: number | null; by: string },
): Rules[K] & { readonly version: number } {
  const known = seen ?? saidOf(context.db, client, kind).version;
  const version = put(context, kind, { id: client, client, body, seen: known, by, note: '' });
  return { ...body, version };
}

/** What a client has said of one kind, the newest first. */
export const rulesSaid = <K extends RulesKind>({ db }: Context, client: string, kind: K) => ({
  versions: versionsOfDocument<Rules[K]>(db, kind, client).flatMap(({ version, by, at, note, body }) =>
    body ? [{ version, by, at, note, body: asSaid(kind, body) }] : [],
  ),
});

/** The newest version of a document of the agency or the client, or a 404 problem. */
export function documentOr404<Body>({ db }: Context, kind: DocumentKind, { client, id }: Of) {
  const found = documentsOf<Body>(db, kind, client).find((each) => each.id === id);
  if (!found) throw notFound(kind);
  return found;
}

/** Versions of one that a client may see, the newest first, also of one that is gone; or a 404 problem. */
export function versionsOr404<Body>(
  context: Context,
  kind: DocumentKind,
  { client, id }: Of,
): Omit<DocumentVersion<Body>, 'id' | 'client'>[] {
  const versions = versionsOfDocument<Body>(context.db, kind, id);
  const [newest] = versions;
  if (!newest || (newest.client !== null && newest.client !== clientOr404(context, client).id)) throw notFound(kind);
  return versions.map(({ version, by, at, note, body }) => ({ version, by, at, note, body }));
}

/** What of a kind is there of the agency and of a client, and what was taken away lately. */
export function keptOf<Body extends object>(context: Context, kind: DocumentKind, client: string) {
  const { id } = clientOr404(context, client);
  const since = daysBefore(momentOf(context), DAYS_IN_SIGHT);
  return {
    documents: documentsOf<Body>(context.db, kind, id).map(told),
    removed: removedDocumentsOf<Body>(context.db, kind, id, since).map(told),
  };
}

/** Documents of one kind that are kept, changed, taken away and brought back, for the agency or for a client. */
export class Kept<Body extends object> {
  constructor(
    private readonly context: Context,
    private readonly kind: DocumentKind,
  ) {}

  /** Those of the agency and of a client, and those taken away lately. */
  all(client: string) {
    return keptOf<Body>(this.context, this.kind, client);
  }

  add(client: string, body: Body & Change) {
    return this.put(client, newId(this.kind), body);
  }

  /** Also one that was taken away: it is back then. */
  change(of: Of, body: Body & Change) {
    this.versions(of);
    return this.put(of.client, of.id, body);
  }

  /** Brings back what it was when it was taken away; or a 404 problem. */
  bringBack(of: Of, by: Pick<Change, 'seen' | 'by'>) {
    const gone = removedDocumentsOf<Body>(this.context.db, this.kind, of.client, '').find(({ id }) => id === of.id);
    if (!gone) throw notFound(this.kind);
    put(this.context, this.kind, { id: gone.id, client: gone.client, body: gone.body, ...by, note: 'brought back' });
    return this.all(of.client);
  }

  remove(of: Of, by: Pick<Change, 'seen' | 'by'>) {
    const { id, client } = documentOr404<Body>(this.context, this.kind, of);
    put(this.context, this.kind, { id, client, body: null, ...by, note: '' });
    return this.all(of.client);
  }

  /** The newest first, also of one that is gone; or a 404 problem. */
  versions(of: Of) {
    return versionsOr404<Body>(this.context, this.kind, of);
  }

  private put(client: string, id: string, { seen, by, note, isOfAgency, ...body }: Body & Change) {
    put(this.context, this.kind, { id, client: isOfAgency ? null : clientOr404(this.context, client).id, body, seen, by, note });
    return told(documentOr404<Body>(this.context, this.kind, { client, id }));
  }
}

/** For so long what was taken away can be brought back from a list; its versions are kept for good. */
const DAYS_IN_SIGHT = 30;

const daysBefore = (moment: string, days: number): string => new Date(Date.parse(moment) - days * 86_400_000).toISOString();

const told = <Body extends object, Edit extends object>({ body, ...edit }: Edit & { readonly body: Body }) => ({ ...body, ...edit });

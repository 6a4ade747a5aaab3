import type { View } from '@lens/core';
import type { Db } from './database';
import { documentsOf, removedDocumentsOf } from './documents';

/** For so long what was taken away can be brought back from a list; its versions are kept for good. */
const DAYS_IN_SIGHT = 30;

const daysBefore = (moment: string, days: number): string => new Date(Date.parse(moment) - days * 86_400_000).toISOString();

/** The views of the agency and of a client, and those taken away lately before a moment. */
export function viewsOf(db: Db, client: string, now: string) {
  const told = <D extends { body: View }>({ body, ...edit }: D) => ({ ...body, ...edit });
  return {
    views: documentsOf<View>(db, 'view', client).map(told),
    removed: removedDocumentsOf<View>(db, 'view', client, daysBefore(now, DAYS_IN_SIGHT)).map(told),
  };
}

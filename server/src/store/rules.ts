import type { Promises } from '@lens/contract';
import {
  type Groupings,
  type Joinings,
  type Naming,
  NO_GROUPINGS,
  NO_NAMING,
  NO_OWN_WORDS,
  NO_SOURCES,
  type OwnWords,
  type SourceRules,
  USUAL_JOININGS,
} from '@lens/core';
import type { Db } from './database';
import { documentOf } from './documents';

/** What a client can have said about its data, and was promised, by kind: each a document of its own, as a whole. */
export interface Rules {
  readonly naming: Naming;
  readonly sources: SourceRules;
  readonly joins: Joinings;
  readonly words: OwnWords;
  readonly groupings: Groupings;
  readonly promises: Promises;
}
export type RulesKind = keyof Rules;

/** What holds where nothing was said. */
const NOTHING_SAID: Rules = {
  naming: NO_NAMING,
  sources: NO_SOURCES,
  joins: USUAL_JOININGS,
  words: NO_OWN_WORDS,
  groupings: NO_GROUPINGS,
  promises: { targets: [], margins: [], budgets: [], rates: [], numbers: [], balances: [], hours: [], frequencies: [] },
};

/** What a client has said of one kind, and which version that is; 0 where nothing was said. */
export function saidOf<K extends RulesKind>(db: Db, client: string, kind: K): { readonly body: Rules[K]; readonly version: number } {
  const said = documentOf<Rules[K]>(db, kind, client);
  return { body: asSaid(kind, said?.body), version: said?.version ?? 0 };
}

/** A kind in full: what an earlier version of the product could not say is not said. */
export const asSaid = <K extends RulesKind>(kind: K, body: Rules[K] | undefined): Rules[K] => ({ ...NOTHING_SAID[kind], ...body });

export const rulesOf = <K extends RulesKind>(db: Db, client: string, kind: K): Rules[K] => saidOf(db, client, kind).body;

import {
  EMPTY_LIBRARY,
  firstOfEach,
  type Groupings,
  type Joinings,
  type Naming,
  NO_GROUPINGS,
  NO_NAMING,
  NO_OWN_WORDS,
  NO_SOURCES,
  type SourceRules,
  USUAL_JOININGS,
  wordsTogether,
  Vocabulary,
  type OwnWords,
} from '@lens/core';
import type { Db } from './database';
import { libraryOf } from './library';

/** What a client can have said about its data, by kind, with what holds where nothing was said. */
export interface Rules {
  readonly naming: Naming;
  readonly sources: SourceRules;
  readonly joins: Joinings;
  readonly words: OwnWords;
  readonly groupings: Groupings;
}
export type RulesKind = keyof Rules;
const NOTHING_SAID: Rules = { naming: NO_NAMING, sources: NO_SOURCES, joins: USUAL_JOININGS, words: NO_OWN_WORDS, groupings: NO_GROUPINGS };

/** What a client has said of one kind. */
export function rulesOf<K extends RulesKind>(db: Db, client: string, kind: K): Rules[K] {
  const document = db.prepare('SELECT document FROM client_rules WHERE client_id = ? AND kind = ?').pluck().get(client, kind) as
    string | undefined;
  return document === undefined ? NOTHING_SAID[kind] : { ...NOTHING_SAID[kind], ...(JSON.parse(document) as Rules[K]) };
}

export function replaceRules<K extends RulesKind>(db: Db, client: string, kind: K, document: Rules[K]): void {
  db.prepare(
    `INSERT INTO client_rules (client_id, kind, document) VALUES (?, ?, ?)
     ON CONFLICT (client_id, kind) DO UPDATE SET document = excluded.document`,
  ).run(client, kind, JSON.stringify(document));
}

/** The words that the data of a client, or of several together, is told in; own metrics and sets are those of the first. */
export function vocabularyOf(db: Db, clients: string | readonly string[]): Vocabulary {
  const each = [clients].flat();
  return new Vocabulary(
    wordsTogether(each.map((client) => rulesOf(db, client, 'words'))),
    firstOfEach(each.flatMap((client) => rulesOf(db, client, 'groupings').groupings)),
    each[0] === undefined ? EMPTY_LIBRARY : libraryOf(db, each[0]),
  );
}

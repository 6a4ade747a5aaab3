import { EMPTY_LIBRARY, firstOfEach, Vocabulary, wordsTogether } from '@lens/core';
import type { Db } from './database';
import { libraryOf } from './library';
import { rulesOf } from './rules';

/** The words that the data of a client, or of several together, is told in; own metrics and sets are those of the first. */
export function vocabularyOf(db: Db, clients: string | readonly string[]): Vocabulary {
  const each = [clients].flat();
  return new Vocabulary(
    wordsTogether(each.map((client) => rulesOf(db, client, 'words'))),
    firstOfEach(each.flatMap((client) => rulesOf(db, client, 'groupings').groupings)),
    each[0] === undefined ? EMPTY_LIBRARY : libraryOf(db, each[0]),
  );
}

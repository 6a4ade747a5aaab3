import { accountsOf, findClient } from './clients';
import type { Db } from './database';
import { feedsOf } from './feeds';
import { libraryOf } from './library';
import { rulesOf } from './rules';

/** The short rows that say whether anything behind a client's answers has changed: each import moves its feed's version. */
export const clientRecord = (db: Db, client: string) => ({
  info: findClient(db, client),
  accounts: accountsOf(db, client),
  feeds: feedsOf(db, client),
  promises: rulesOf(db, client, 'promises'),
  naming: rulesOf(db, client, 'naming'),
  joins: rulesOf(db, client, 'joins'),
  words: rulesOf(db, client, 'words'),
  groupings: rulesOf(db, client, 'groupings').groupings,
  sources: rulesOf(db, client, 'sources'),
  library: libraryOf(db, client),
});
export type ClientRecord = ReturnType<typeof clientRecord>;

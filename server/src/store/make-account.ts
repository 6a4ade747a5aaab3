import type { Channel, NewAccountOfFile } from '@lens/contract';
import { randomUUID } from 'node:crypto';
import { accountsOf, allChannels, insertAccount, insertChannel } from './clients';
import type { Db } from './database';

/** The account of this name in a channel, given by its id or by the name of one that may be new; made where it is not there yet. */
export function accountFor(db: Db, client: string, { channel, ...wanted }: NewAccountOfFile): string {
  return db.transaction(() => {
    const { id: channelId } = typeof channel === 'string' ? { id: channel } : channelFor(db, channel);
    const known = accountsOf(db, client).find((account) => account.channel === channelId && account.name === wanted.name);
    if (known) return known.id;
    const id = randomUUID();
    insertAccount(db, client, { id, channel: channelId, ...wanted });
    return id;
  })();
}

function channelFor(db: Db, { name, kind }: Pick<Channel, 'name' | 'kind'>): Channel {
  const known = allChannels(db).find((each) => each.name === name);
  if (known) return known;
  const channel = { id: randomUUID(), name, kind };
  insertChannel(db, channel);
  return channel;
}

import type { WireHealthNote } from '@lens/contract';
import { claimNotes, daysOf, logNotes, NONE, reconcile, touchesAfter } from '@lens/core';
import { accountsOf } from '../store/clients';
import type { ClientData } from './client-data';
import { wireNotes } from './health';
import { RECENT_DAYS } from './recent-days';

/** What is odd in a client's logs of touches, and in what channels claim of its main outcome on the last days: apart, as both take a while to read. */
export function logHealth(data: ClientData, client: string, today: number): WireHealthNote[] {
  const loaded = data.load(client);
  const { log, notes, sources } = loaded.touches();
  const { from, to } = { from: today - RECENT_DAYS, to: today };
  const feed = [...sources.values()][0]?.touches ?? NONE;
  const days = { from: Math.min(...notes.covers.map((cover) => cover.from)), to: Math.max(...notes.covers.map((cover) => cover.to)) };
  const ofLog = notes.isOneTouch ? [] : logNotes({ ...notes, future: touchesAfter(log, today) }, feed, days);
  const { outcomes, claims, channels, covers } = loaded.claims(data.outcomeOf(client));
  const covered = new Set(covers.flatMap((cover) => daysOf(cover)));
  const held = reconcile(outcomes, claims, { days: { from, to }, channels: channels.length, isCovered: (day) => covered.has(day) });
  const accounts = accountsOf(data.db, client);
  const ofClaims = claimNotes(held, (at) => accounts.findIndex(({ channel }) => channel === channels[at]?.id));
  return wireNotes(data, client, [...ofClaims, ...ofLog]);
}

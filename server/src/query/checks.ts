import {
  type DayRange,
  hoursAhead,
  lookInto,
  type Looked,
  type OtherFinding,
  resultOf,
  type Situation,
  spendOf,
  standingOf,
  targetFor,
} from '@lens/core';
import type { Note } from '@lens/contract';
import { happeningOfChange, happeningOfNote } from '@lens/draw';
import { accountsOf, findClient } from '../store/clients';
import { rulesOf } from '../store/rules';
import { settingsChanged } from './changes';
import { covering } from './claims';
import type { LoadedClient } from '../store/tables';
import type { ClientData } from './client-data';
import { type NamedMove, namingMoves } from './moved-entity';
import { toldChanges } from './told-changes';

/** Days before those that are looked at of which what happened is told as well. */
const BEFORE = 70;

/** What is looked into beside the target, and how the client stands in a sentence. */
export interface LookedInto {
  /** What was spent; null where that is not measured. */
  readonly spend: number | null;
  readonly standing: string;
  readonly looked: readonly (Omit<Looked, 'findings'> & { readonly findings: readonly NamedFinding[] })[];
  /** What the client is after, which effects of moves count. */
  readonly outcome: string;
}

/** A finding whose moves can be carried out. */
export type NamedFinding = Omit<OtherFinding, 'moves'> & { readonly moves?: readonly NamedMove[] };

/** `notes` are those of the logbook, which are no part of the state of a client's data. */
export function checksOf(data: ClientData, client: string, { days, today, notes }: ChecksAsked): LookedInto {
  const loaded = data.load(client);
  const situation = situationOf(data, loaded, { days, today, notes });
  const named = namingMoves(data, loaded);
  const looked = lookInto(situation, (done) => data.tell(done)).map(({ findings, ...about }) => ({
    ...about,
    findings: findings.map(({ moves, ...finding }) => (moves && moves.length > 0 ? { ...finding, moves: named(moves) } : finding)),
  }));
  return { spend: spendOf(situation), standing: standingOf(situation), looked, outcome: resultOf(situation).outcome.id };
}

export interface ChecksAsked {
  readonly days: DayRange;
  readonly today: number;
  readonly notes: readonly Note[];
}

export function situationOf(data: ClientData, loaded: LoadedClient, { days, today, notes }: ChecksAsked): Situation {
  const { client, tables } = loaded;
  const { targets, ...promised } = rulesOf(data.db, client, 'promises');
  const { name: clientName = '', locale = 'en', currency = '', timeZone = 'UTC' } = findClient(data.db, client) ?? {};
  const of = { tables, target: targetFor(targets, days) ?? null, metricSet: data.metricSetOf(client) };
  const { outcomes, claims, channels, covers } = loaded.claims(resultOf(of).outcome.id);
  const isCovered = covering(covers, { from: -Infinity, to: days.to });
  return {
    ...{ ...of, client, clientName, days, lastDay: today - 1, names: data.namesOf(loaded), style: { locale, currency } },
    claims: { outcomes, claims, channels, isCovered, isListed: covers.length > 0 },
    happened: [
      ...notes.map(happeningOfNote),
      ...settingsChanged(data, client, { from: days.from - BEFORE, to: days.to }).changes.map(happeningOfChange),
    ],
    changes: toldChanges(data, loaded, client),
    promised,
    hoursAhead: clocksAhead(data, loaded, { timeZone, day: today - 1 }),
    touches: () => {
      const { log } = loaded.touches();
      return log.people > 0 ? log : null;
    },
  };
}

/** Hours that the clock of a campaign's account is ahead of the client's on a day. */
function clocksAhead(
  { db }: ClientData,
  { client, members }: LoadedClient,
  { timeZone, day }: { readonly timeZone: string; readonly day: number },
): Situation['hoursAhead'] {
  const ahead = new Map(accountsOf(db, client).map((account) => [account.id, hoursAhead(day, account.timeZone, timeZone)]));
  return (campaign) => ahead.get(members.byId.get(campaign)?.account ?? '') ?? 0;
}

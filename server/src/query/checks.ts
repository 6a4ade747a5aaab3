import { type DayRange, lookInto, type Looked, resultOf, type Situation, spendOf, standingOf, targetFor } from '@lens/core';
import type { Note } from '@lens/contract';
import { happeningOfChange, happeningOfNote } from '@lens/draw';
import { findClient } from '../store/clients';
import { rulesOf } from '../store/rules';
import { settingsChanged } from './changes';
import { covering } from './claims';
import type { ClientData } from './client-data';
import { toldChanges } from './told-changes';

/** Days before those that are looked at of which what happened is told as well. */
const BEFORE = 70;

/** What is looked into beside the target, and how the client stands in a sentence. */
export interface LookedInto {
  /** What was spent; null where that is not measured. */
  readonly spend: number | null;
  readonly standing: string;
  readonly looked: readonly Looked[];
}

/** `notes` are those of the logbook, which are no part of the state of a client's data. */
export function checksOf(data: ClientData, client: string, { days, today, notes }: ChecksAsked): LookedInto {
  const situation = situationOf(data, client, { days, today, notes });
  return { spend: spendOf(situation), standing: standingOf(situation), looked: lookInto(situation, (done) => data.tell(done)) };
}

export interface ChecksAsked {
  readonly days: DayRange;
  readonly today: number;
  readonly notes: readonly Note[];
}

function situationOf(data: ClientData, client: string, { days, today, notes }: ChecksAsked): Situation {
  const loaded = data.load(client);
  const { tables } = loaded;
  const { targets, ...promised } = rulesOf(data.db, client, 'promises');
  const { name: clientName = '', locale = 'en', currency = '' } = findClient(data.db, client) ?? {};
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
    touches: () => {
      const { log } = loaded.touches();
      return log.people > 0 ? log : null;
    },
  };
}

import { type DayRange, type Happened, lookInto, type Looked, resultOf, type Situation, standingOf, targetFor } from '@lens/core';
import type { Note } from '@lens/contract';
import { happeningOfChange, happeningOfNote } from '@lens/draw';
import { findClient } from '../store/clients';
import { documentsOf } from '../store/documents';
import { rulesOf } from '../store/rules';
import { settingsChanged } from './changes';
import { covering } from './claims';
import type { ClientData } from './client-data';

/** Days before those that are looked at of which what happened is told as well. */
const BEFORE = 70;

/** What is looked into beside the target, and how the client stands in a sentence. */
export interface LookedInto {
  readonly standing: string;
  readonly looked: readonly Looked[];
}

export function checksOf(data: ClientData, client: string, days: DayRange, today: number): LookedInto {
  const situation = situationOf(data, client, days, today);
  return { standing: standingOf(situation), looked: lookInto(situation, (done) => data.tell(done)) };
}

function situationOf(data: ClientData, client: string, days: DayRange, today: number): Situation {
  const loaded = data.load(client);
  const { tables } = loaded;
  const { targets, budgets, balances } = rulesOf(data.db, client, 'promises');
  const { name: clientName = '', locale = 'en', currency = '' } = findClient(data.db, client) ?? {};
  const of = { tables, target: targetFor(targets, days) ?? null, metricSet: data.metricSetOf(client) };
  const { outcomes, claims, channels, covers } = loaded.claims(resultOf(of).outcome.id);
  const isCovered = covering(covers, { from: -Infinity, to: days.to });
  return {
    ...{ ...of, client, clientName, days, lastDay: today - 1, names: data.namesOf(loaded), style: { locale, currency } },
    claims: { outcomes, claims, channels, isCovered, isListed: covers.length > 0 },
    happened: happenedIn(data, client, { from: days.from - BEFORE, to: days.to }),
    promised: { budgets, balances },
  };
}

/** What somebody noted and what the channels' histories tell. */
function happenedIn(data: ClientData, client: string, period: DayRange): Happened[] {
  const notes = documentsOf<Note>(data.db, 'note', client).map(({ body }) => happeningOfNote(body));
  return [...notes, ...settingsChanged(data, client, period).changes.map(happeningOfChange)];
}

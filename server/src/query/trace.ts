import type { Trace as WireTrace } from '@lens/contract';
import {
  bookOf,
  closedFormula,
  type Figure,
  figureText,
  filledFormula,
  isLevel,
  lastDayOf,
  type MetricId,
  NONE,
  type Question,
  keySteps,
  trace,
} from '@lens/core';
import { accountsOf, findClient } from '../store/clients';
import type { Db } from '../store/database';
import { findFeed } from '../store/feeds';
import { findImport } from '../store/imports';
import type { LoadedClient } from '../store/tables';
import type { ClientData } from './client-data';

/** How a cell of a table came about, down to its files; undefined where there is no such cell. */
export function tracing(data: ClientData, question: Question, key: string, metric: MetricId, today: number): WireTrace | undefined {
  const loaded = data.loadFor(question);
  const found = trace(loaded.tables, question, data.namesOf(loaded), { key, metric, lastDay: lastDayOf(question, today) });
  const client = findClient(data.db, question.clients[0] ?? '');
  if (!found || !client) return undefined;
  const writing = { ...client, currency: question.currency ?? client.currency };
  const figures = new Map(found.inputs.map((input) => [input.term, figureText(input.used, input.unit, writing).text]));
  return {
    ...found,
    metric,
    filled: filledFormula(closedFormula(bookOf(loaded.tables.vocabulary), metric, question), (input) => figures.get(input) ?? input),
    inputs: found.inputs.map((input) => ({
      ...input,
      sources: input.sources.map((source) => sourceOf(data.db, source, question.clients)),
    })),
    about: aboutOf(data, loaded, key),
    withoutClickDay: [...found.withoutClickDay],
    dataVersion: loaded.version,
  };
}

/** The day, channel and campaign that a row lies in, each null where it is wider. */
function aboutOf(data: ClientData, loaded: LoadedClient, key: string): WireTrace['about'] {
  const { members, tables } = loaded;
  const names = data.namesOf(loaded);
  const steps = keySteps(key);
  const codeOf = (wanted: string): string | undefined => steps.find(([dimension]) => dimension === wanted)?.[1];
  const campaigns = steps.map(([dimension, code]) => (isLevel(dimension) ? members.campaignOf(Number(code)) : NONE));
  const campaign = campaigns.find((each) => each !== NONE) ?? NONE;
  const account = tables.accounts.find(({ id }) => id === members.byId.get(campaign)?.account);
  const [channel, day] = [codeOf('channel') ?? account?.channel, codeOf('day')];
  return {
    day: day === undefined ? null : Number(day),
    channel: channel === undefined ? null : names('channel', channel),
    campaign: campaign === NONE ? null : members.nameOf(campaign),
  };
}

function sourceOf(
  db: Db,
  source: { feedId: number; rows: number; amount: Figure; imports: readonly number[] },
  clients: readonly string[],
): WireTrace['inputs'][number]['sources'][number] {
  return {
    ...feedOf(db, source.feedId, clients),
    rows: source.rows,
    amount: source.amount,
    files: source.imports.flatMap((id) => {
      const found = findImport(db, id);
      return found ? [{ importId: id, name: found.fileName, importedAt: found.importedAt }] : [];
    }),
  };
}

/** What a feed of one of some clients is called, and where it is from. */
export function feedOf(db: Db, id: number, clients: readonly string[]): { feed: string; account: string; channel: string } {
  const feed = findFeed(db, id);
  const account = feed && clients.flatMap((client) => accountsOf(db, client)).find((each) => each.id === feed.account);
  return { feed: feed?.name ?? `feed ${id}`, account: account?.name ?? '', channel: account?.channelName ?? '' };
}

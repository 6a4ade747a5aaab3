import type { ClientDetail, FoundMember, StoredDashboard, StoredView } from '@lens/contract';
import {
  ADS_BY_CHANNEL,
  type Day,
  daysNamed,
  type DayRange,
  haystackOf,
  PRESETS,
  rangeText,
  readyDashboards,
  seek,
  SHIPPED_VIEWS,
} from '@lens/core';
import type { Routes } from '@angular/router';
import { routes } from '../app.routes';
import { readCompare, writeCompare } from '../compare/compare-state';
import { writeRange } from '../data/address';
import { bookOfClient } from '../data/vocabulary';
import { LEVEL_WORDS } from '../data/level-words';
import { boundTo, queryOfView } from '../views/view-state';
import type { Thing } from './thing';

/** What there is to go to, apart from members. */
export interface Places {
  readonly clients: readonly { readonly id: string; readonly name: string }[];
  /** The one in focus; without it there are no metrics, views and dashboards. */
  readonly client: ClientDetail | null;
  readonly views: readonly StoredView[];
  readonly dashboards: readonly StoredDashboard[];
}

/** Every screen by its address and title. */
const screensOf = (all: Routes, above = ''): readonly (readonly [path: string, label: string])[] =>
  all.flatMap(({ path = '', title, children = [] }) => {
    const own = path === '' ? above : `${above}/${path}`;
    return [...(typeof title === 'string' && path !== '**' ? [[own, title] as const] : []), ...screensOf(children, own)];
  });
const SCREENS = screensOf(routes);

/** Everything that can be gone to, apart from members and days. */
export function thingsOf({ clients, client, views, dashboards }: Places): Thing[] {
  const screens = SCREENS.map(([path, label]): Thing => ({ id: `screen ${path}`, label, kind: 'screen', path, query: {} }));
  const others = clients.map(({ id, name }): Thing => ({
    id: `client ${id}`,
    label: name,
    kind: 'client',
    path: null,
    query: { client: id },
  }));
  if (!client) return [...others, ...screens];
  const ids = clients.flatMap(({ id }) => (id === client.id ? [] : [id]));
  return [
    ...others,
    ...screens,
    ...[...dashboards, ...readyDashboards(boundTo(client))].map(({ id, label }): Thing => ({
      id: `dashboard ${id}`,
      label,
      kind: 'dashboard',
      path: '/dashboards',
      query: { board: id },
    })),
    ...[...views, ...SHIPPED_VIEWS].map((view): Thing => ({
      id: `view ${view.id}`,
      label: view.label,
      kind: 'view',
      path: '/compare',
      query: queryOfView(view, client, ids),
    })),
    ...bookOfClient(client).metrics.map(({ id, label }): Thing => ({
      id: `metric ${id}`,
      label,
      kind: 'metric',
      path: '/metrics',
      query: { metric: id },
    })),
    ...PRESETS.map(({ id, label }): Thing => ({ id: `days ${id}`, label, kind: 'days', path: null, query: { period: id } })),
  ];
}

/** Things that somebody may mean who types so; of equally good ones those first that were used lately. */
export function thingsFound(things: readonly Thing[], typed: string, used: readonly string[], most: number): Thing[] {
  const { best } = seek(haystackOf(things.map(({ label, kind }) => `${label} ${kind}`)), typed, things.length);
  const found = best.flatMap((at) => things[at] ?? []);
  const place = ({ id }: Thing): number => (used.includes(id) ? used.indexOf(id) : used.length);
  // The best match stays first: who writes a whole name means it.
  const [first, ...rest] = found;
  return [...(first ? [first] : []), ...rest.toSorted((a, b) => place(a) - place(b))].slice(0, most);
}

/**
 * What was used lately, as it is now: views, metrics and dashboards are those of the client in focus, and a member of
 * another one says whose it is, so that nobody is led to another client unawares.
 */
export function usedNow(
  used: readonly Thing[],
  things: readonly Thing[],
  { clients, client }: Pick<Places, 'clients' | 'client'>,
): Thing[] {
  return used.flatMap((each): Thing[] => {
    const now = things.find(({ id }) => id === each.id);
    if (now) return [now];
    if (!each.id.startsWith('member ') && !each.id.startsWith('days ')) return [];
    const owner = clients.find(({ id }) => id === each.query['client']);
    if (!owner || owner.id === client?.id || each.kind.includes(owner.name)) return [each];
    return [{ ...each, kind: `${each.kind} · ${owner.name}` }];
  });
}

/** The days that are written, to be looked at. */
export function daysFound(typed: string, today: Day, locale: string): Thing[] {
  const days: DayRange | undefined = daysNamed(typed, today, locale);
  if (!days) return [];
  const period = writeRange(days);
  return [{ id: `days ${period}`, label: rangeText(days, locale), kind: 'days', path: null, query: { period } }];
}

/** A member as a question in Compare: itself with what lies in it. */
export function memberThing({ client, level, name, campaign, channel }: FoundMember, clientName: string | null): Thing {
  const rows: readonly string[] = level === 'keyword' ? ['channel', 'campaign', 'group', 'keyword'] : ADS_BY_CHANNEL;
  const is = (value: string) => [{ test: 'is' as const, value }];
  const isInside = level !== 'campaign';
  const where = [
    { dimension: 'channel', any: is(channel) },
    ...(isInside && campaign !== '' ? [{ dimension: 'campaign', any: is(campaign) }] : []),
    { dimension: level, any: is(name) },
  ];
  const state = { ...readCompare(() => null), rows, where, open: rows.indexOf(level) + (isInside ? 0 : 1) };
  const inside = isInside ? [campaign, channel] : [channel];
  return {
    id: `member ${client} ${level} ${channel} ${campaign} ${name}`,
    label: name,
    kind: [LEVEL_WORDS[level], ...inside, clientName ?? ''].filter((text) => text !== '').join(' · '),
    path: '/compare',
    query: { ask: null, client, ...writeCompare(state) },
  };
}

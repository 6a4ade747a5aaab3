import type { ClientDetail, FoundMember } from '@lens/contract';
import { dayOf, NO_OWN_WORDS } from '@lens/core';
import { readCompare } from '../compare/compare-state';
import { daysFound, memberThing, thingsFound, thingsOf, usedNow } from './things';

const CLIENTS = [
  { id: 'a', name: 'Marten Books' },
  { id: 'b', name: 'Compass Tours' },
];
const things = thingsOf({ clients: CLIENTS, client: null, views: [], dashboards: [] });
const labels = (typed: string, used: readonly string[] = []) => thingsFound(things, typed, used, 4).map(({ label }) => label);

describe('finding things', () => {
  it('goes by what a thing is called and what it is', () => {
    expect(labels('comp')).toEqual(expect.arrayContaining(['Compare', 'Compass Tours']));
    expect(labels('client marten')).toEqual(['Marten Books']);
    expect(labels('groups')[0]).toBe('Groups');
    expect(labels('zzz')).toEqual([]);
  });

  it('puts first what was used lately, after the best match', () => {
    const screens = (used: readonly string[]) => labels('screen', used);
    const last = screens([]).at(-1);
    const id = things.find(({ label }) => label === last)?.id ?? '';
    expect(screens([id])[1]).toBe(last);
    expect(screens([id])[0]).toBe(screens([])[0]);
  });

  it('offers metrics and views of a client in focus only', () => {
    expect(new Set(things.map(({ kind }) => kind))).toEqual(new Set(['client', 'screen']));
  });

  it('offers the dashboards that are ready for its channels', () => {
    const account = { channelName: 'Stallway', channelKind: 'marketplace' };
    const client = { id: 'a', metricSet: 'shop', words: NO_OWN_WORDS, accounts: [account], dimensions: [], nameParts: [], groupings: [] };
    const own = thingsOf({ clients: CLIENTS, client: client as unknown as ClientDetail, views: [], dashboards: [] });
    const [found] = thingsFound(own, 'dashboard marketplace', [], 4);
    expect(found).toMatchObject({ label: 'Marketplace, every week', path: '/dashboards', query: { board: 'ready marketplace' } });
    expect(thingsFound(own, 'dashboard bought', [], 4)).toEqual([]);
  });

  it('keeps of what was used what there is now, and says whose a member is', () => {
    const ad: FoundMember = { client: 'b', level: 'ad', name: 'Morning', campaign: 'Brand', channel: 'Heron' };
    const screen = things.find(({ id }) => id === 'screen /audit');
    const view = { id: 'view gone', label: 'Gone', kind: 'view', path: '/compare', query: { client: 'b' } };
    const used = [memberThing(ad, null), ...(screen ? [{ ...screen, label: 'As it was called' }] : []), view];
    expect(usedNow(used, things, { clients: CLIENTS, client: null }).map(({ label, kind }) => [label, kind])).toEqual([
      ['Morning', 'ad · Brand · Heron · Compass Tours'],
      ['Audit', 'screen'],
    ]);
  });

  it('takes days that are written for a period', () => {
    const [days] = daysFound('6 oct', dayOf(2026, 10, 28) ?? 0, 'en-GB');
    expect(days).toMatchObject({ label: '6 Oct 2026', path: null, query: { period: '2026-10-06_2026-10-06' } });
    expect(daysFound('brand', 0, 'en-GB')).toEqual([]);
  });

  it('opens a member in Compare where it lies, of the client it belongs to', () => {
    const ad: FoundMember = { client: 'b', level: 'ad', name: 'Morning', campaign: 'Brand', channel: 'Heron' };
    const { query, kind } = memberThing(ad, 'Compass Tours');
    expect([kind, query['client']]).toEqual(['ad · Brand · Heron · Compass Tours', 'b']);
    const state = readCompare((key) => (query[key] as string | undefined) ?? null);
    expect(state.where).toEqual([
      { dimension: 'channel', any: [{ test: 'is', value: 'Heron' }] },
      { dimension: 'campaign', any: [{ test: 'is', value: 'Brand' }] },
      { dimension: 'ad', any: [{ test: 'is', value: 'Morning' }] },
    ]);
    expect(state.open).toBe(3);
    const keyword = memberThing({ ...ad, level: 'keyword' }, null);
    expect(readCompare((key) => (keyword.query[key] as string | undefined) ?? null).rows).toEqual([
      'channel',
      'campaign',
      'group',
      'keyword',
    ]);
    const campaign = memberThing({ ...ad, level: 'campaign', name: 'Brand' }, null);
    expect(readCompare((key) => (campaign.query[key] as string | undefined) ?? null)).toMatchObject({
      open: 2,
      where: [{}, { dimension: 'campaign' }],
    });
  });
});

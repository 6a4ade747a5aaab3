import type { ClientDetail, StoredView } from '@lens/contract';
import { EMPTY_LIBRARY, FOLLOWS, NO_OWN_WORDS, SHIPPED_VIEWS, type View } from '@lens/core';
import { type CompareState, readCompare } from '../compare/compare-state';
import { bookOfClient } from '../data/vocabulary';
import { asksOf, isChanged, keepsText, queryOfView, wordsOf } from './view-state';
import { viewGroups } from './views-view';

const account = (channelName: string, channelKind: 'search' | 'site') => ({
  ...{ id: channelName, name: 'a', channel: channelName, channelName, channelKind, currency: 'GBP', timeZone: 'UTC' },
});
const CLIENT: ClientDetail = {
  ...{ id: 'tea', name: 'Tea', currency: 'GBP', locale: 'en-GB', timeZone: 'UTC', metricSet: 'shop', data: null, nameParts: [] },
  promises: { targets: [], margins: [], budgets: [], rates: [], numbers: [], balances: [], hours: [], frequencies: [] },
  promisesVersion: 0,
  accounts: [account('Heron', 'search'), account('Path', 'site')],
  dimensions: ['campaign', 'device'],
  words: NO_OWN_WORDS,
  groupings: [],
  library: EMPTY_LIBRARY,
};
const stateOf = (view: View, id = 'v'): CompareState => {
  const query = queryOfView({ ...view, id }, CLIENT, ['jam']);
  return readCompare((key) => query[key] ?? null);
};
const named = (label: string): View & { id: string } => {
  const view = SHIPPED_VIEWS.find((each) => each.label === label);
  if (!view) throw new Error(label);
  return view;
};

describe('a view in the address', () => {
  it('asks the same again, whichever view of those a client can be asked', () => {
    const lines = viewGroups([], CLIENT, { starred: [], sought: '' }).flatMap((group) => group.lines);
    const asked = lines.filter(({ lacks }) => lacks === '');
    expect(asked.length).toBeGreaterThan(3);
    for (const { view } of asked) expect([view.label, isChanged(view, stateOf(view), CLIENT)]).toEqual([view.label, false]);
  });

  it('is another question once something in it is', () => {
    const view = named('Devices');
    const state = stateOf(view, view.id);
    expect(state).toMatchObject({ view: 'shipped devices', rows: ['device', 'campaign'], picture: 'bars', metricSet: 'shop' });
    expect(isChanged(view, { ...state, rows: ['device'] }, CLIENT)).toBe(true);
    expect(isChanged(view, { ...state, open: 3, drawn: ['device:1'] }, CLIENT)).toBe(false);
    expect(isChanged({ ...view, asks: asksOf(state, CLIENT) }, state, CLIENT)).toBe(false);
  });

  it('carries the parts of the focus that it keeps, and no others', () => {
    const keeps = { period: { preset: 'last-7' }, comparison: null, counting: { countedBy: 'site', basis: 'sale' } } as const;
    const query = queryOfView({ ...named('Devices'), keeps }, CLIENT, []);
    expect(query).toMatchObject({ client: 'tea', period: 'last-7', by: 'site', on: 'sale', ask: null });
    expect('with' in query).toBe(false);
    expect(Object.keys(queryOfView({ ...named('Devices'), keeps: FOLLOWS }, CLIENT, []))).not.toContain('period');
    expect(keepsText(keeps, 'en-GB')).toBe('last 7 days, as the site or a tracker count, by sale date');
    expect(keepsText({ ...FOLLOWS, period: { preset: 'last-30' }, comparison: { from: 1, to: 2 } }, 'en-GB')).toBe(
      'last 30 days, against days of its own',
    );
  });

  it('of all clients names the others', () => {
    expect(stateOf(named('All clients at once')).others).toEqual(['jam']);
  });

  it('remembers what its words were, for other clients', () => {
    const asks = {
      ...named('Devices').asks,
      metricSet: 'shop',
      where: [{ dimension: 'channel', any: [{ test: 'is', value: 'Heron' }] }],
      pictureMetric: 'cpa',
    } as const;
    expect(wordsOf(asks, CLIENT, bookOfClient(CLIENT))).toEqual({
      labels: { spend: 'Spend', cpa: 'CPA', shop: 'Shop funnel' },
      kinds: { Heron: 'search' },
    });
  });
});

describe('the list of views', () => {
  const stored: StoredView = {
    ...named('Devices'),
    ...{ id: 'own', label: 'My phones', version: 1, by: 'Ana', at: '2026-01-01T00:00:00Z', note: '', client: 'tea' },
  };
  const groups = (sought: string, starred: readonly string[] = []) =>
    viewGroups([stored, { ...stored, id: 'ours', label: 'Our phones', client: null }], CLIENT, { starred, sought }).map(
      ({ label, lines }) => [label, lines.map(({ view }) => view.label)],
    );

  it('is by whose they are, the starred first, and finds words in any order', () => {
    expect(groups('phones')).toEqual([
      ['Kept for Tea', ['My phones']],
      ['Kept for all clients', ['Our phones']],
      ['There for everybody', ['Devices']],
    ]);
    expect(groups('device PHONES', ['ours'])[0]).toEqual(['Starred', ['Our phones']]);
    expect(groups('no such thing')).toEqual([]);
  });

  it('says what a client lacks, after what it can be asked', () => {
    const lines = viewGroups([], CLIENT, { starred: [], sought: '' }).flatMap((group) => group.lines);
    const first = lines.findIndex(({ lacks }) => lacks !== '');
    expect(lines.slice(first).every(({ lacks }) => lacks !== '')).toBe(true);
    expect(lines.find(({ view }) => view.label === 'Browsers')?.lacks).toBe('Nothing tells its browser.');
  });
});

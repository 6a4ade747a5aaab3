import { BUILT_IN, type Mapping, Vocabulary, NO_OWN_WORDS, type Role } from '../index';
import { readReportRow as read } from '../index';
import { parseDuration } from './duration';
import { guessMapping, mappingProblems, readReportRow } from '../test/read';

const ZONES = { account: 'UTC', client: 'UTC' };
const mappingOf = (...columns: Role[]): Mapping => ({
  kind: 'report',
  action: 'purchase',
  countedBy: 'orders',
  dateOrder: 'year first',
  decimal: '.',
  decimals: [],
  steps: [],
  columns: [{ role: 'day' }, ...columns],
});
const measure = (id: string): Role => ({ role: 'measure', measure: id });
const row = (cells: string[], ...columns: Role[]) => readReportRow(['2026-10-05', ...cells], mappingOf(...columns), ZONES);

describe('lengths of time', () => {
  it.each([
    ['48', 48],
    ['1:05', 65],
    ['0:01:05', 65],
    ['1:02:03.5', 3723.5],
    ['1m 5s', 65],
    ['2h', 7200],
    ['3 min', 180],
    ['12.5 sec', 12.5],
    ['--', null],
  ])('%s', (text, seconds) => expect(parseDuration(text, '.')).toBe(seconds));
  it.each(['soon', '1:5', '-3', 'm', '1:00:00:00'])('%s is none', (text) => expect(parseDuration(text, '.')).toBeUndefined());
});

describe('averages', () => {
  it('are kept as average × weight, in millionths, wherever the weight stands in the row', () => {
    expect(row(['2.5', '40'], measure('average position'), measure('impressions'))).toMatchObject({
      amounts: { impressions: 40, 'average position': 100_000_000 },
    });
    expect(row(['1:05', '4'], measure('time on site'), measure('visits'))).toMatchObject({ amounts: { 'time on site': 260_000_000 } });
  });

  it('are not measured without their weight, and keep their limits with it', () => {
    expect(row(['2.5', '--'], measure('average position'), measure('impressions'))).toMatchObject({
      amounts: { 'average position': null },
    });
    expect(row(['--', '40'], measure('average position'), measure('impressions'))).toMatchObject({ amounts: { 'average position': null } });
    expect(row(['< 3', '40'], measure('average position'), measure('impressions'))).toMatchObject({
      limits: { 'average position': { least: 0, most: 120_000_000 } },
    });
  });

  it('refuse what cannot be kept, and need a column of their weight', () => {
    expect(row(['9999999', '99999999999'], measure('average position'), measure('impressions'))).toMatchObject({ column: 1 });
    expect(mappingProblems(mappingOf(measure('average position')), ['Day', 'Position']).join()).toContain('weighted by impressions');
  });

  it('may be shares, written with their sign or as a part of 1', () => {
    const own = new Vocabulary({
      ...NO_OWN_WORDS,
      measures: [{ ...BUILT_IN.measure('average position'), id: 'own-1', name: 'Lit', label: 'Lit', unit: 'share', weight: 'impressions' }],
    });
    const lit = (cell: string) => read(['2026-10-05', cell, '200'], mappingOf(measure('own-1'), measure('impressions')), ZONES, own);
    expect(lit('12 %')).toMatchObject({ amounts: { 'own-1': 24_000_000 } });
    expect(lit('0.5')).toMatchObject({ amounts: { 'own-1': 100_000_000 } });
    expect(lit('< 10 %')).toMatchObject({ limits: { 'own-1': { least: 0, most: 20_000_000 } } });
    expect(lit('12')).toEqual({ column: 1, message: '“12” is no share from 0 to 1: write 12 % or 0.12' });
    expect(lit('half')).toMatchObject({ message: '“half” is no share' });
  });
});

describe('grades', () => {
  it('are kept by their place, the best first', () => {
    expect(row(['b'], measure('grade'))).toMatchObject({ amounts: { grade: 2 } });
    expect(row([''], measure('grade'))).toMatchObject({ amounts: { grade: null } });
    expect(row(['F'], measure('grade'))).toEqual({ column: 1, message: '“F” is none of the grades A, B, C, D, E' });
  });
});

describe('shares of the impressions there could have been', () => {
  const won: Role = { role: 'impression share', of: 'won' };
  const lost: Role = { role: 'impression share', of: 'lost to budget' };
  const rank: Role = { role: 'impression share', of: 'lost to rank' };

  it('are turned into numbers, which add', () => {
    expect(row(['40 %', '25 %', '0.35', '200'], won, lost, rank, measure('impressions'))).toMatchObject({
      amounts: { impressions: 200, 'eligible impressions': 500, 'impressions lost to budget': 125, 'impressions lost to rank': 175 },
    });
  });

  it('leave open what small ones leave open', () => {
    expect(row(['< 10 %', '25 %', '200'], won, lost, measure('impressions'))).toMatchObject({
      amounts: { 'eligible impressions': null },
      limits: { 'eligible impressions': { least: 2000, most: null }, 'impressions lost to budget': { least: 500, most: null } },
    });
  });

  it.each([
    ['--', '200'],
    ['40 %', '--'],
    ['0 %', '200'],
    ['40 %', '0'],
  ])('say nothing of share %s and impressions %s', (share, impressions) =>
    expect(row([share, impressions], won, measure('impressions'))).toMatchObject({ amounts: { 'eligible impressions': null } }),
  );

  it('need the impressions, and a lost share the won one', () => {
    expect(mappingProblems(mappingOf(won), ['Day', 'Share']).join()).toContain('needs the impressions beside it');
    expect(mappingProblems(mappingOf(lost, measure('impressions')), ['Day', 'Lost', 'Impr']).join()).toContain('needs the won one');
    expect(mappingProblems(mappingOf(won, lost, measure('impressions')), ['Day', 'Share', 'Lost', 'Impr'])).toEqual([]);
    const twice = mappingProblems(mappingOf(won, measure('eligible impressions'), measure('impressions')), ['Day', 'A', 'B', 'C']);
    expect(twice.join()).toContain('“A” and “B” are both mapped to eligible impressions');
  });

  it('are known by their headers', () => {
    const { mapping } = guessMapping(['Day', 'Impr. share', 'Lost IS (budget)'], [[], [], []]);
    expect(mapping.columns[1]).toEqual(won);
  });
});

it('a report of calls without spend is of a listing: its views are nobody’s paid impressions', () => {
  const columns = (...headers: string[]) =>
    guessMapping(
      ['Day', 'Campaign', ...headers],
      headers.map(() => []),
    ).mapping.columns.slice(2);
  expect(columns('Views', 'Calls')[0]).toEqual(measure('listing views'));
  expect(columns('Views', 'Calls', 'Cost')[0]).toEqual(measure('impressions'));
  expect(columns('Views', 'Clicks')[0]).toEqual(measure('impressions'));
});

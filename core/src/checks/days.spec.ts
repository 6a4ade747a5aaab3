import { checkDays as check } from './days';
import { KNOWN, reportOf, shopOf, situationOf } from '../test/situation';
import { orderTable } from '../test/truth';

const BROKEN = [265, 266];
/** The calendar stands beside every finding. */
const checkDays = (situation: Parameters<typeof check>[0]) => {
  const { findings, ...looked } = check(situation);
  return { ...looked, findings: findings.filter(({ trouble }) => trouble !== 'calendar') };
};

describe('unusual days', () => {
  it('are none of calm weeks', () => {
    const { findings, looked } = checkDays(shopOf(() => ({})));
    expect(findings).toEqual([]);
    expect(looked).toBe('28 days of all, of 2 channels and of 3 campaigns');
  });

  it('that follow one another are told once, of the whole, with what was as usual', () => {
    const [found, ...more] = checkDays(shopOf((day) => (BROKEN.includes(day) ? { purchases: 3 } : {}))).findings;
    expect(more).toEqual([]);
    expect(found).toMatchObject({
      ...{ check: 'days', group: 'not the advertising', trouble: 'purchases low', days: { from: 265, to: 266 } },
      about: { kind: 'Client' },
    });
    expect(found?.says).toMatch(/purchases came to \d+ where 2\d\d would be usual/);
    expect(found?.evidence[0]).toBe('As usual on these days: spend, clicks, carts.');
    expect(found?.advice).toContain('a page, a form or a payment');
  });

  it('of one campaign are told of it, and not of the whole', () => {
    const [found, ...more] = checkDays(shopOf((day, campaign) => (day === 270 && campaign === 3 ? { spend: 490 } : {}))).findings;
    expect(more.map(({ about }) => about.name)).toEqual([]);
    expect(found).toMatchObject({
      group: 'worth watching',
      trouble: 'spend high',
      about: { kind: 'Channel', name: 'channel social' },
    });
    expect(Math.abs((found?.money ?? 0) - 90)).toBeLessThan(20);
  });

  it('are told with what is noted of them', () => {
    const happened = [{ from: 265, to: 265, channel: null, name: null, words: 'The till was down' }];
    const [found] = checkDays(shopOf((day) => (BROKEN.includes(day) ? { purchases: 3 } : {}), { happened })).findings;
    expect(found?.happened).toEqual([expect.stringContaining('The till was down')]);
  });

  it('of the client as a whole are told sooner than those of its parts', () => {
    // About 78 of 120: four spreads off, and none of its channels is.
    const { findings } = checkDays(shopOf((day) => (day === 262 ? { purchases: 25 } : {})));
    expect(findings).toMatchObject([{ about: { kind: 'Client' }, trouble: 'purchases low', days: { from: 262, to: 262 } }]);
  });

  it('of what was missing and of what was made up for are two', () => {
    const { findings } = checkDays(shopOf((day) => (BROKEN.includes(day) ? { purchases: 3 } : day === 267 ? { purchases: 110 } : {})));
    expect(findings.map(({ trouble, days }) => [trouble, days.from, days.to])).toEqual([
      ['purchases low', 265, 266],
      ['purchases high', 267, 267],
    ]);
  });

  it('are none of what there usually is next to nothing of', () => {
    expect(checkDays(shopOf((day) => ({ purchases: day === 265 ? 14 : 0 }))).findings).toEqual([]);
  });

  it('are also those on whose clicks nobody could buy, when what comes in later hides it', () => {
    const lags = [0, 1, 2, 3, 4, 5, 6, 7];
    const days = Array.from({ length: KNOWN.to }, (_, at) => at + 1);
    const orders = days.flatMap((click) =>
      lags.flatMap((lag) =>
        Array.from({ length: click + lag <= KNOWN.to && click !== 262 ? 5 : 0 }, () => ({
          click,
          sale: click + lag,
          campaign: 1,
          value: 35,
        })),
      ),
    );
    const base = situationOf([reportOf(days.map((day) => ({ day, codes: { campaign: 1 }, amounts: { spend: 100, clicks: 500 } })))]);
    const situation = {
      ...base,
      target: { metric: 'roas', value: 2, countedBy: 'orders', basis: 'sale', orders: 'matched', from: 0, to: 999 } as const,
      tables: { ...base.tables, orders: [orderTable(orders, KNOWN.from, KNOWN.to)] },
    };
    const [found, ...more] = checkDays(situation).findings;
    expect(more).toEqual([]);
    expect(found).toMatchObject({ trouble: 'purchases click low', days: { from: 262, to: 262 } });
    expect(found?.says).toContain('purchases from clicks of that time came to 0 where 40 would be usual');
  });

  it('cannot be told without days', () => {
    expect(checkDays(situationOf([reportOf([{ day: 5, codes: { campaign: 1 }, amounts: { impressions: 5 } }])])).lacks).not.toBe('');
  });

  it('stand in a calendar of all that is known, week under week', () => {
    const { findings } = check(shopOf((day) => (BROKEN.includes(day) ? { purchases: 3 } : {})));
    const found = findings.find(({ trouble }) => trouble === 'calendar');
    expect(found).toMatchObject({ group: 'fine', about: { name: 'Day by day' }, days: { from: 183, to: 280 } });
    expect(found?.says).toContain('2 days that were looked at were unusual in anything');
    const picture = found?.picture;
    if (picture?.kind !== 'grid') throw new Error('No calendar');
    // Day 0 is a Thursday, so 183 is a Friday, and its week begins four days before.
    expect(picture.cells[0]?.slice(0, 5).map((each) => each === null)).toEqual([true, true, true, true, false]);
    expect(picture.cells.flat().filter((each) => each !== null)).toHaveLength(98);
    const marked = picture.marked?.flatMap((own, week) => own.flatMap((is, at) => (is ? [179 + week * 7 + at] : [])));
    expect(marked).toEqual(BROKEN);
    expect(marked?.map((day) => (picture.cells.flat()[day - 179] ?? 99) < 20)).toEqual([true, true]);
  });
});

import fc from 'fast-check';
import { seededRandom } from '../evidence/random';
import { drawPoisson } from '../test/draw';
import { logOf, type ToldPerson } from '../test/touches';
import { type DayRow, LOOKED, reportOf, situationOf } from '../test/situation';
import { besideSiblings, costlyOf, expecting, wasteOf } from './beside-whole';
import type { ToldChange } from '../settings/told-change';
import { checkSearches, costlyGrams, hardlyAny, termsOf } from './searches';
import { PARTS_DAYS } from './campaign-parts';
import { checkSources } from './sources';

/** A day's row of a part: 10 spent, so many purchases. */
const part = (day: number, codes: Readonly<Record<string, number>>, purchases: number, spend = 10): DayRow => ({
  day,
  codes,
  amounts: { spend, clicks: 20, 'purchase.count.claims.click': purchases, 'purchase.value.claims.click': purchases * 40 },
});
const days = Array.from({ length: PARTS_DAYS }, (_, at) => LOOKED.to - at);

describe('parts beside their whole', () => {
  it('are expected what the whole brings for the same money', () => {
    const parts = expecting([
      { name: 'a', spend: 100, outcomes: 30 },
      { name: 'b', spend: 300, outcomes: 10 },
      { name: 'free', spend: 0, outcomes: 5 },
    ]);
    expect(parts.map(({ name, expected }) => [name, expected])).toEqual([
      ['a', 10],
      ['b', 30],
    ]);
    expect(parts[1] && wasteOf(parts[1])).toBeCloseTo(200, 9);
    expect([
      expecting([{ spend: 5, outcomes: 3 }]),
      expecting([
        { spend: 5, outcomes: 0 },
        { spend: 5, outcomes: 0 },
      ]),
    ]).toEqual([[], []]);
  });

  it('cost too much only where that is sure, and a list of parts that are alike has next to none', () => {
    const draw = seededRandom(15);
    const alike = Array.from({ length: 400 }, (_, nth) => ({ nth, spend: 10 + 90 * draw(), outcomes: 0 })).map((each) => ({
      ...each,
      outcomes: drawPoisson(draw, each.spend / 10),
    }));
    expect(costlyOf(besideSiblings(expecting(alike))).length).toBeLessThanOrEqual(4);
    // Forty more that bring nothing: those with enough spend are found, and none of the others for them.
    const idle = Array.from({ length: 40 }, (_, at) => ({ nth: 1000 + at, spend: 20 + 10 * at, outcomes: 0 }));
    const found = new Set(costlyOf(besideSiblings(expecting([...alike, ...idle]))).map(({ nth }) => nth));
    expect(idle.filter(({ spend, nth }) => spend > 150 && !found.has(nth))).toEqual([]);
    // One in fifty at most.
    expect([...found].filter((nth) => nth < 1000).length).toBeLessThanOrEqual(8);
  });

  it('are shrunk towards one another, the more the less is known of them', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30 }), fc.integer({ min: 1, max: 60 }), (outcomes, expected) => {
        const [own] = besideSiblings([{ spend: 1, outcomes, expected }]);
        const ratio = outcomes / expected;
        const shrunk = own?.beside.shrunk ?? NaN;
        expect(shrunk).toBeGreaterThanOrEqual(Math.min(1, ratio));
        expect(shrunk).toBeLessThanOrEqual(Math.max(1, ratio));
      }),
      { seed: 10, numRuns: 200 },
    );
  });
});

describe('sources', () => {
  const placements = (idle: number) =>
    days.flatMap((day) => [1, 2, 3, 4, 5, 6].map((placement) => part(day, { campaign: 1, placement }, placement === 6 ? idle : 1)));

  it('that bring next to nothing are one finding of their campaign, with the money of the days looked at', () => {
    const { findings, looked } = checkSources(situationOf([reportOf(placements(0))]));
    expect(looked).toBe('6 placements');
    expect(findings).toHaveLength(1);
    expect(findings[0]).toMatchObject({
      ...{ check: 'sources', trouble: 'placement', group: 'loses money', members: ['6'], about: { name: 'campaign 1' } },
      picture: { kind: 'table', rows: [['6', '£1,820', '0', '152']] },
    });
    expect(findings[0]?.money).toBeCloseTo(280, 6);
    expect(findings[0]?.says).toContain('placement “6” took £1,820 and brought 0 purchases');
  });

  it('are found of fewer days where reports begin later: those before say nothing', () => {
    const later = placements(0).filter(({ day }) => day > LOOKED.to - 60);
    const feed = reportOf(later);
    const told = { ...feed, covers: feed.covers.map((cover) => ({ ...cover, from: LOOKED.to - 59 })) };
    expect(checkSources(situationOf([told])).findings).toMatchObject([
      { trouble: 'placement', days: { from: LOOKED.to - 59, to: LOOKED.to } },
    ]);
  });

  it('that bring as much as others are none, and without such a report it is said which would tell', () => {
    expect(checkSources(situationOf([reportOf(placements(1))])).findings).toEqual([]);
    expect(checkSources(situationOf([reportOf([{ day: 270, codes: { campaign: 1 }, amounts: { spend: 1 } }])])).lacks).toContain(
      'placement',
    );
  });
});

describe('sources in the site’s log', () => {
  /** Placement 6 is claimed as often as the others; whoever came by it and bought had met campaign 2 before. */
  const rows = days.flatMap((day) => [1, 2, 3, 4, 5, 6].map((placement) => part(day, { campaign: 1, placement }, 1)));
  const people = (buyers: number): ToldPerson[] =>
    [1, 2, 3, 4, 5, 6].flatMap((placement) =>
      Array.from({ length: buyers }, (_, nth) => ({
        touches:
          placement === 6
            ? ([
                [0, nth],
                [placement, nth + 1],
              ] as const)
            : ([[placement, nth]] as const),
        sold: [nth + 2],
      })),
    );
  const lookAt = (buyers: number, made = rows, met = people(buyers), changes: readonly ToldChange[] = []) => {
    const log = logOf(met);
    const from = LOOKED.to - 100;
    const codes = new Map([
      ['campaign', { of: 'member' as const, codes: Int32Array.of(2, 1, 1, 1, 1, 1, 1) }],
      ['placement', { of: 'member' as const, codes: Int32Array.of(-1, 1, 2, 3, 4, 5, 6) }],
    ]);
    const touches = { ...log, codes, day: log.day.map(() => from), outcomes: { ...log.outcomes, day: log.outcomes.day.map(() => from) } };
    return checkSources(situationOf([reportOf(made)], { touches: () => touches, changes })).findings;
  };

  it('are judged by those who met nothing else, so that what only stood on the way is found', () => {
    const [found, ...more] = lookAt(30);
    expect(more).toEqual([]);
    expect(found).toMatchObject({ trouble: 'placement', members: ['6'] });
    expect(found?.says).toContain(
      'brought 0 purchases of people who met nothing else; for the same money the campaign as a whole brings 25',
    );
    expect(found?.evidence[0]).toContain('by the site’s log');
    // It is to be shut out, for what it costs a day on the days that are looked at.
    expect(found?.moves).toMatchObject([
      {
        entity: { level: 'campaign', member: 1, channelName: 'channel search' },
        change: { field: 'part', dimension: 'placement', what: '6', from: 'allowed', to: 'excluded' },
        effect: { spend: { low: -15, middle: -5 } },
      },
    ]);
  });

  it('are not judged by a log that their addresses tell nothing', () => {
    // Nobody came by placement 6 as far as the log knows: that is not measured, and no 0.
    const untold = people(30).filter(({ touches }) => touches.every(([member]) => member !== 6));
    expect(
      lookAt(30, rows, [...untold, { touches: [[0, 1]], sold: [2] }, { touches: [[5, 1]] }]).flatMap(({ members = [] }) => members),
    ).toEqual([]);
  });

  it('that are blocked already are not told', () => {
    const block = {
      channel: 'channel search',
      level: 'campaign',
      code: 1,
      field: 'block',
      oldValue: null,
      newValue: 'blocked',
      what: '6',
    } as const;
    expect(lookAt(30, rows, people(30), [{ ...block, day: 1 }])).toEqual([]);
    expect(lookAt(30, rows, people(30), [{ ...block, day: 1, code: 2 }])).toHaveLength(1);
  });

  it('are judged by claims where too few met nothing else', () => {
    expect(lookAt(3)).toEqual([]);
    const idle = days.flatMap((day) =>
      [1, 2, 3, 4, 5, 6].map((placement) => part(day, { campaign: 1, placement }, placement === 6 ? 0 : 1)),
    );
    expect(lookAt(3, idle)[0]?.evidence[0]).toContain('as the channel claims');
  });
});

describe('words of searches', () => {
  const searches = ['loose tea', 'loose tea online', 'green tea', 'tea jobs', 'loose tea jobs', 'free tea', 'juniper tea'];
  const parts = (rate: (name: string) => number) =>
    searches.map((name) => ({ whole: 'c', campaign: 1, campaignName: 'c', channelName: 's', name, spend: 300, outcomes: rate(name) }));
  const found = (rate: (name: string) => number) => costlyGrams(termsOf(parts(rate), 'Juniper Loft Tea'), ['loose tea', 'green tea']);

  it('that mean something else are told once, with all their searches', () => {
    const grams = found((name) => (name.includes('jobs') ? 1 : name === 'free tea' ? 0 : 40));
    expect(grams.map(({ gram, terms }) => [gram, terms.map(({ name }) => name)])).toEqual([
      ['jobs', ['tea jobs', 'loose tea jobs']],
      ['free', ['free tea']],
    ]);
  });

  it('are none of the words that are bid on, nor of the client’s own name, whatever these bring', () => {
    expect(found((name) => (name === 'green tea' ? 0 : 30))).toEqual([]);
    expect(
      termsOf(
        parts(() => 1),
        'Juniper Loft Tea',
      ).map(({ name }) => name),
    ).not.toContain('juniper tea');
  });

  it('that usually mean something else need fewer figures to be told, and some all the same', () => {
    // Nine where 26 are usual: of “gift” that may be chance, of “free” it is more likely not.
    const searches = ['loose tea', 'tea chest', 'green tea', 'tea set', 'tea gift', 'free tea'];
    const found = (freely: number) =>
      costlyGrams(
        termsOf(
          searches.map((name) => ({
            ...{ whole: 'c', campaign: 1, campaignName: 'c', channelName: 's', name, spend: 300 },
            outcomes: name === 'free tea' ? freely : name === 'tea gift' ? 9 : 26,
          })),
          'Juniper Loft Tea',
        ),
        ['loose tea', 'green tea'],
      ).map(({ gram }) => gram);
    expect(found(9)).toEqual(['free']);
    expect(found(19)).toEqual([]);
  });

  it('hardly lead to a step where results are too few to tell, and do not bring more of them', () => {
    const keywords = ['loose tea', 'green tea'];
    const terms = (results: (name: string) => number) => termsOf(parts(results), 'Juniper Loft Tea');
    const carts = terms((name) => (name.includes('jobs') ? 4 : name === 'loose tea online' ? 50 : 200));
    const few = terms((name) => (name.includes('jobs') ? 0 : 1));
    expect(costlyGrams(few, keywords)).toEqual([]);
    const told = (results: typeof few, before: Parameters<typeof hardlyAny>[1]['told'] = []) =>
      hardlyAny(carts, { terms: results, keywords, told: before }).map(({ gram }) => gram);
    // Half the carts may still be as many purchases.
    expect(told(few)).toEqual(['jobs']);
    expect(told(terms((name) => (name.includes('jobs') ? 3 : 1)))).toEqual([]);
    expect(told(few, hardlyAny(carts, { terms: few, keywords, told: [] }))).toEqual([]);
  });

  it('are read of a report of search terms', () => {
    const named: Readonly<Record<string, string>> = { '1': 'loose tea', '2': 'tea jobs', '3': 'green tea' };
    const rows = days.flatMap((day) =>
      [1, 2, 3].map((term) => part(day, { campaign: 1, group: 1, keyword: 1, 'search term': term }, term === 2 ? 0 : 1)),
    );
    const situation = situationOf([reportOf(rows)], {
      names: (dimension, code) =>
        dimension === 'search term' ? (named[code] ?? '') : dimension === 'keyword' ? 'loose tea' : `${dimension} ${code}`,
    });
    const { findings, looked } = checkSearches(situation);
    expect(looked).toBe('3 search terms');
    expect(findings).toMatchObject([{ trouble: 'wrong intent', about: { name: '“jobs”' }, members: ['tea jobs'], group: 'loses money' }]);
    expect(findings[0]?.moves).toMatchObject([
      {
        entity: { member: 1, name: 'campaign 1' },
        change: { field: 'searches', what: 'jobs', to: 'excluded' },
        effect: { spend: { middle: -5 } },
      },
    ]);
    expect(checkSearches(situationOf([])).lacks).toContain('search term');
    // What is excluded nobody needs to be told of.
    const jobs = {
      channel: 'channel search',
      level: 'campaign',
      code: 1,
      field: 'exclude',
      oldValue: null,
      newValue: 'jobs',
      what: null,
    } as const;
    expect(checkSearches({ ...situation, changes: [{ ...jobs, day: 1 }] }).findings).toEqual([]);
    // Of a purchase in a month carts tell.
    const rare = rows.map((row) => ({
      ...row,
      amounts: {
        ...row.amounts,
        'cart.count.claims.click': row.codes['search term'] === 2 ? 0 : 1,
        'purchase.count.claims.click': row.codes['search term'] === 2 || row.day % 60 > 0 ? 0 : 1,
      },
    }));
    const [byCarts, ...more] = checkSearches(situationOf([reportOf(rare)], { names: situation.names })).findings;
    expect(more).toEqual([]);
    expect(byCarts?.says).toMatch(/^Searches with “jobs” took £.* and brought 0 carts; for the same money other searches bring \d+\.$/);
    expect(byCarts?.evidence.join(' ')).toContain('purchases alone are too few');
  });
});

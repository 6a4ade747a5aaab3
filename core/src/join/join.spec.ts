import fc from 'fast-check';
import {
  type Joining,
  joiner,
  type JoinMember,
  joiningOf,
  joiningProblems,
  memberWeights,
  NO_NAMING,
  type Naming,
  splitBy,
  type TaggedOutcome,
  tryJoining,
  USUAL_JOINING,
} from '../index';
import { tablesOf } from '../test/ask';
import { cutFeed, type TrueRow } from '../test/truth';

const MEMBERS: JoinMember[] = [
  { id: 1, level: 'campaign', externalId: 'C1', name: 'JL_new_gifts' },
  { id: 2, level: 'campaign', externalId: 'C2', name: 'JL_known_gifts' },
  { id: 3, level: 'campaign', externalId: 'C3', name: 'JL_known_tea' },
  { id: 11, level: 'ad', externalId: 'A1', name: 'six tins' },
  { id: 12, level: 'ad', externalId: 'A2', name: 'six tins' },
  { id: 13, level: 'ad', externalId: 'A3', name: 'kettle' },
];
const CAMPAIGN_OF = new Map([
  [11, 1],
  [12, 2],
  [13, 2],
]);
const NAMING: Naming = {
  ...NO_NAMING,
  conventions: [
    {
      level: 'campaign',
      separator: '_',
      parts: [null, 'stage' as const, 'theme' as const].map((part) => ({ part, words: [], optional: false })),
    },
  ],
};
const join = (joining: Joining = USUAL_JOINING) =>
  joiner(joining, MEMBERS, { naming: NAMING, campaignOf: (member) => CAMPAIGN_OF.get(member) ?? member });
const tags = (campaign: string | null, ad: string | null = null, link: string | null = null) => ({ campaign, ad, keyword: null, link });
const BY_THEME: Joining = { keys: [{ tag: 'link', level: 'campaign', by: 'part', part: 'theme' }], several: 'refuse' };

describe('where tags lead', () => {
  it.each([
    ['the ad by its id', tags('C2', 'a3'), [13]],
    ['the ad by its name within the campaign', tags('C1', 'Six tins'), [11]],
    ['the campaign where the ad is unknown', tags(' c1 ', 'no such'), [1]],
    ['the campaign where the ad is another campaign’s', tags('C1', 'kettle'), [1]],
    ['two ads where nothing tells which', tags(null, 'six tins'), [11, 12]],
    ['nowhere for an unknown campaign', tags('C9', 'kettle'), []],
    ['nowhere without tags', tags(null), []],
  ])('%s', (_, of, members) => expect(join()(of).members).toEqual(members));

  it('by a part of the name, with another key to fall back on', () => {
    expect(join(BY_THEME)(tags(null, null, 'TEA')).members).toEqual([3]);
    expect(join(BY_THEME)(tags(null, null, 'gifts')).members).toEqual([1, 2]);
    const both: Joining = { ...BY_THEME, keys: [...BY_THEME.keys, { tag: 'campaign', level: 'campaign', by: 'id', part: null }] };
    expect(join(both)(tags('C2', null, 'gifts'))).toEqual({ key: 1, members: [2] });
  });
});

describe('what a joining makes of outcomes', () => {
  const outcome = fc.record({
    campaign: fc.constantFrom('C1', 'C2', 'x', null),
    ad: fc.constantFrom('A1', 'six tins', 'y', null),
    keyword: fc.constant(null),
    link: fc.constantFrom('gifts', 'tea', null),
    rows: fc.integer({ min: 1, max: 3 }),
    count: fc.integer({ min: 0, max: 5 }),
    value: fc.option(fc.integer({ min: 0, max: 100 })),
  });
  const joining = fc.constantFrom(USUAL_JOINING, BY_THEME, { ...USUAL_JOINING, keys: [...BY_THEME.keys, ...USUAL_JOINING.keys] });

  it('never loses any: before = matched + several + none', () => {
    fc.assert(
      fc.property(fc.array(outcome), joining, (outcomes: TaggedOutcome[], of) => {
        const { before, matched, several, none, loose } = tryJoining(outcomes, join(of), of.keys.length);
        for (const part of ['rows', 'count', 'value'] as const) {
          const after = [...matched, several, none].reduce((sum, each) => sum + each[part], 0);
          expect(after).toBe(before[part]);
          expect(loose.reduce((sum, each) => sum + each[part], 0)).toBe(several[part] + none[part]);
        }
        expect(before.rows).toBe(outcomes.reduce((sum, { rows }) => sum + rows, 0));
      }),
      { seed: 71 },
    );
  });

  it('lists loose tags by what they are worth', () => {
    const row = (campaign: string | null, value: number): TaggedOutcome => ({
      campaign,
      ad: null,
      keyword: null,
      link: null,
      rows: 1,
      count: 1,
      value,
    });
    const { loose, reached } = tryJoining([row('x', 5), row('y', 9), row('x', 5), row('C1', 100)], join(), 2);
    expect(loose.map(({ tags: { campaign }, value, fits }) => [campaign, value, fits])).toEqual([
      ['x', 10, 0],
      ['y', 9, 0],
    ]);
    expect([...reached]).toEqual([1]);
  });
});

describe('splitting by weight', () => {
  it('keeps the sum whatever the weights', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e12 }),
        fc.array(fc.integer({ min: 0, max: 1e6 }), { minLength: 1, maxLength: 8 }),
        (amount, weights) => {
          const shares = splitBy(amount, weights);
          if (weights.every((weight) => weight === 0)) expect(shares).toBeUndefined();
          else {
            expect(shares?.reduce((sum, share) => sum + share, 0)).toBe(amount);
            shares?.forEach((share, at) => (weights[at] === 0 ? expect(share).toBe(0) : expect(share).toBeGreaterThanOrEqual(0)));
          }
        },
      ),
      { seed: 72 },
    );
    expect(splitBy(1_000_000, [1, 3])).toEqual([250_000, 750_000]);
  });

  it('weighs members by the coarsest report of their account, by day or in all', () => {
    const row = (campaign: number, day: number, clicks: number): TrueRow => ({
      day,
      campaign,
      group: 1,
      ad: 1,
      device: 1,
      spend: 1,
      clicks,
    });
    const truth = [row(1, 10, 6), row(2, 10, 2), row(1, 11, 4)];
    const cut = (dimensions: ('campaign' | 'device')[], id: number) =>
      cutFeed(truth, { dimensions, from: 10, to: 11, campaigns: 'all' }, id);
    const weigh = memberWeights(tablesOf([cut(['campaign', 'device'], 1), cut(['campaign'], 2)]), 'campaign', 'clicks');
    expect([weigh(1, 10), weigh(2, 10), weigh(2, 11), weigh(1, null)]).toEqual([6, 2, 0, 10]);
    // Money of two accounts is weighed in one currency, and where there is no rate by nothing.
    const accounts = [{ id: 'a', channel: 'a', currency: 'USD', rates: [{ from: 0, to: 10, rate: 0.5 }] }];
    const spent = memberWeights(tablesOf([cut(['campaign'], 1)], { accounts }), 'campaign', 'spend');
    expect([spent(1, 10), spent(1, 11)]).toEqual([0.5e6, 0]);
  });
});

describe('what is wrong with a joining', () => {
  const told = () => ['theme'] as const;
  it('says it', () => {
    expect(joiningProblems({ keys: [], several: 'refuse' }, told)).toHaveLength(1);
    expect(joiningProblems({ ...BY_THEME, keys: [{ ...BY_THEME.keys[0]!, part: null }] }, told)[0]).toContain('choose the part');
    expect(joiningProblems({ ...BY_THEME, keys: [{ ...BY_THEME.keys[0]!, part: 'stage' }] }, told)[0]).toContain('Describe it under Names');
    expect(joiningProblems(BY_THEME, told)).toEqual([]);
  });
  it('is the usual one for lists nobody has spoken of', () => expect(joiningOf({ lists: [] }, 3)).toBe(USUAL_JOINING));
});

import fc from 'fast-check';
import { creditAnswer, CREDIT_RULES, type CreditRule, creditMembers, cutJourneys, gap, type TouchLog } from '../index';
import { ASKED, logOf, type ToldPerson } from '../test/touches';
import { EVERY_ROW, type RowFilter } from '../grain/row-filter';
import { compacted } from './journeys';
import { chainOf, removalEffects } from './removal';
import { POSITION_RULES } from './rules';
import { setsMet, shapleyOf, weighSets } from './shapley';

const NOBODY = {
  spend: () => gap('not measured'),
  claims: () => gap('not measured'),
  claimedValue: () => gap('not measured'),
  marginOn: () => undefined,
  members: [],
};
const MEMBERS = 4;
const person = fc
  .record({
    touches: fc.array(fc.tuple(fc.nat(MEMBERS - 1), fc.nat(40)), { minLength: 1, maxLength: 5 }),
    sold: fc.option(fc.nat(45)),
    weight: fc.constantFrom(1, 1, 3),
  })
  .map(({ touches, sold, weight }): ToldPerson => ({ touches, weight, ...(sold === null ? {} : { sold: [sold] }) }));
/** Enough of them for every rule. */
const people = fc.array(person, { minLength: 90, maxLength: 110 });
const SOME = { seed: 1504, numRuns: 15 };

/** Credit by member of every rule that is not lacking. */
function creditsOf(log: TouchLog, where: RowFilter = EVERY_ROW): Map<CreditRule, Map<string, number>> {
  const { rows, columns, lacks } = creditAnswer(log, { ...ASKED, where }, NOBODY);
  const told = CREDIT_RULES.filter((rule) => !(rule === 'removal' || rule === 'shapley') || lacks[rule] === null);
  return new Map(
    told.map((rule) => {
      const { figures } = columns.find((each) => each.of === 'outcomes' && each.rule === rule)!;
      const numbers = figures.map((figure) => (figure.kind === 'value' ? figure.value : NaN));
      return [rule, new Map(rows.map((codes, row) => [String(codes), numbers[row]!]))];
    }),
  );
}
const total = (credits: Map<string, number>): number => [...credits.values()].reduce((sum, each) => sum + each, 0);
const journeysOf = (log: TouchLog) => cutJourneys(log, creditMembers(log, ASKED.by), ASKED);

describe('credit', () => {
  it('adds up to the outcomes by every rule, and a member no journey has gets none', () => {
    fc.assert(
      fc.property(people, (all) => {
        const log = logOf([...all, { touches: [[MEMBERS, 1]] }]);
        const sold = all.reduce((sum, { sold: at, weight = 1 }) => sum + (at ? weight : 0), 0);
        for (const [rule, credits] of creditsOf(log)) {
          expect(total(credits)).toBeCloseTo(sold, 6);
          if (rule !== 'shapley') expect(credits.get(String(MEMBERS))).toBe(0);
        }
      }),
      SOME,
    );
  });

  it('of what a filter keeps is what it is without it, and all others are one', () => {
    const even: RowFilter = [{ dimension: 'campaign', passes: (code) => code % 2 === 0, empty: 'unknown' }];
    fc.assert(
      fc.property(people, (all) => {
        const log = logOf(all);
        const [kept, whole] = [creditsOf(log, even), creditsOf(log)];
        for (const rule of POSITION_RULES) {
          let others = 0;
          for (const [member, credit] of whole.get(rule)!) {
            if (Number(member) % 2 === 1) others += credit;
            else expect(kept.get(rule)?.get(member)).toBeCloseTo(credit, 6);
          }
          expect(kept.get(rule)?.get('others') ?? 0).toBeCloseTo(others, 6);
          expect([...kept.get(rule)!.keys()].filter((each) => Number(each) % 2 === 1)).toEqual([]);
        }
      }),
      SOME,
    );
  });

  it('counts touches that do not tell what a filter asks among the others', () => {
    const log = logOf([{ touches: [[0, 1]], sold: [2] }]);
    expect(creditMembers(log, ['campaign'], [{ dimension: 'device', passes: () => true, empty: 'unknown' }]).codes).toEqual([null]);
    expect(creditMembers(log, ['campaign'], [{ dimension: 'device', passes: () => false, empty: 'yes' }]).codes).toEqual([[0]]);
  });

  it('tells how much is done between resamples, and stops where nobody waits any more', () => {
    const log = logOf(Array.from({ length: 100 }, (_, at): ToldPerson => ({ touches: [[at % 2, 1]], ...(at < 50 ? { sold: [2] } : {}) })));
    const told: number[] = [];
    const pause = (done: number): void => {
      told.push(done);
      if (told.length === 41) throw new Error('nobody');
    };
    expect(() => creditAnswer(log, ASKED, NOBODY, pause)).toThrow('nobody');
    expect([told[0], told[40]]).toEqual([0, 0.25]);
  });

  it('stays as it is when lines are in another order and members have other numbers', () => {
    fc.assert(
      fc.property(people, fc.nat(), (all, turn) => {
        const renamed = (member: number): number => (member * 3 + (turn % MEMBERS)) % MEMBERS;
        const other = all.map((each) => ({
          ...each,
          touches: each.touches.map(([member, hour]) => [renamed(member), hour] as const).toReversed(),
        }));
        const after = creditsOf(logOf(other.toReversed()));
        for (const [rule, credits] of creditsOf(logOf(all)))
          for (const [member, credit] of credits)
            expect(after.get(rule)?.get(member === 'untouched' ? member : String(renamed(Number(member))))).toBeCloseTo(credit, 6);
      }),
      SOME,
    );
  });
});

describe('removal', () => {
  it('of each is what a chain walked step by step loses', () => {
    fc.assert(
      fc.property(people, (all) => {
        const chain = chainOf(journeysOf(logOf(all)));
        const effects = removalEffects(chain);
        const rate = walked(chain, -1);
        for (let member = 0; member < chain.members; member++)
          expect(effects[member]).toBeCloseTo(rate === 0 ? 0 : 1 - walked(chain, member) / rate, 6);
      }),
      SOME,
    );
  });

  it('of all there is takes all', () => {
    fc.assert(
      fc.property(people, (all) => {
        const log = logOf(all.map((each) => ({ ...each, touches: each.touches.map(([, hour]) => [0, hour] as const) })));
        const effects = removalEffects(chainOf(journeysOf(log)));
        if (all.some(({ sold, touches }) => sold && touches.some(([, hour]) => hour <= Number(sold[0]))))
          expect(effects[0]).toBeCloseTo(1, 9);
      }),
      SOME,
    );
  });
});

/** The chance of a sale, without a member: probability flows along the chain until hardly any is under way. */
function walked({ members, starts, steps, sold, unsold }: ReturnType<typeof chainOf>, without: number): number {
  const begun = starts.reduce((sum, each) => sum + each, 0);
  let under = Array.from(starts, (each) => each / begun);
  let sales = 0;
  for (let step = 0; step < 2000; step++) {
    const next = under.map(() => 0);
    for (const [member, flow] of under.entries()) {
      if (member === without || flow === 0) continue;
      let left = sold[member]! + unsold[member]!;
      for (let to = 0; to < members; to++) left += steps[member * members + to]!;
      sales += (flow * sold[member]!) / left;
      for (let to = 0; to < members; to++) next[to]! += (flow * steps[member * members + to]!) / left;
    }
    under = next;
  }
  return sales;
}

describe('Shapley', () => {
  const sets = (all: readonly ToldPerson[]) => {
    const { journeys } = compacted(journeysOf(logOf(all)));
    return weighSets(setsMet(journeys), journeys, { weight: journeys.weight, meanWeight: 1.5 });
  };

  it('is the mean over all orders in which members join', () => {
    fc.assert(
      fc.property(people, (all) => {
        const game = sets(all);
        const { parts } = shapleyOf(game);
        const orders = permutations([...Array(game.members).keys()]);
        for (let member = 0; member < game.members; member++) {
          const gains = orders.map((order) => {
            const before = order.slice(0, order.indexOf(member));
            return worth(game, [...before, member]) - worth(game, before);
          });
          const mean = gains.reduce((sum, each) => sum + each, 0) / orders.length;
          expect(parts[member]).toBeCloseTo(mean, 9);
        }
      }),
      { ...SOME, numRuns: 10 },
    );
  });

  it('of two that are alike is alike', () => {
    fc.assert(
      fc.property(people, (all) => {
        const mirrored = all.map((each) => ({
          ...each,
          touches: each.touches.map(([member, hour]) => [[1, 0, 2, 3][member]!, hour] as const),
        }));
        const { parts } = shapleyOf(sets([...all, ...mirrored]));
        expect(parts[0]).toBeCloseTo(parts[1]!, 9);
      }),
      SOME,
    );
  });

  it('of more than twenty is near what all sets say, within its error', () => {
    // 24 members, of which those beyond the fourth are met alone and never sell: alike, so that the exact value is known.
    const all = Array.from({ length: 600 }, (_, at): ToldPerson => {
      const member = at % 24;
      return { touches: [[member, 1]], ...(member < 4 && Math.floor(at / 24) % 3 === 0 ? { sold: [2] } : {}) };
    });
    const { parts, error } = shapleyOf(sets(all));
    const [first, ...others] = [...parts].slice(0, 4);
    for (const [at, other] of others.entries()) expect(Math.abs(other - first!)).toBeLessThan(4 * (error[0]! + error[at + 1]!));
    expect(parts.reduce((sum, each) => sum + each, 0)).toBeCloseTo(worth(sets(all), [...Array(24).keys()]), 9);
    expect(Math.max(...error)).toBeGreaterThan(0);
  });
});

function worth({ sets, weight, sales, meanWeight }: ReturnType<typeof weighSets>, members: readonly number[]): number {
  if (members.length === 0) return 0;
  const sum = (of: Float64Array, isIn: (set: readonly number[]) => boolean) =>
    sets.reduce((all, set, at) => all + (isIn(set) ? of[at]! : 0), 0);
  const within = (set: readonly number[]) => set.every((each) => members.includes(each));
  const rate = sum(sales, () => true) / sum(weight, () => true);
  return (sum(sales, within) + rate * 50 * meanWeight) / (sum(weight, within) + 50 * meanWeight);
}

function permutations(of: readonly number[]): number[][] {
  if (of.length === 0) return [[]];
  return of.flatMap((each) => permutations(of.filter((other) => other !== each)).map((rest) => [each, ...rest]));
}

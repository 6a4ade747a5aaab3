import { creditAnswer, type CreditQuestion, type CreditRule, type Figure, gap, POSITION_RULES } from '../index';
import { ASKED, logOf, type ToldPerson } from '../test/touches';

const NOBODY = {
  spend: () => gap('not measured'),
  claims: () => gap('not measured'),
  claimedValue: () => gap('not measured'),
  marginOn: () => undefined,
  members: [],
};
const [A, B, C, D] = [0, 1, 2, 3] as const;

function ask(people: readonly ToldPerson[], question: Partial<CreditQuestion> = {}, beside = NOBODY) {
  const answer = creditAnswer(logOf(people), { ...ASKED, ...question }, beside);
  const column = (of: string, rule: CreditRule | null = null) => answer.columns.find((each) => each.of === of && each.rule === rule)!;
  const figureOf = (member: number | null, of: string, rule: CreditRule | null = null): Figure =>
    column(of, rule).figures[answer.rows.findIndex((row) => row === (member ?? 'untouched') || row[0] === member)] ?? gap('not measured');
  const number = (member: number | null, of: string, rule: CreditRule | null = null): number => {
    const figure = figureOf(member, of, rule);
    return figure.kind === 'value' ? figure.value : NaN;
  };
  return { answer, column, figureOf, number };
}

const day = (days: number): number => days * 24;
/** 14, 7 and 0 days before the outcome. */
const THREE: ToldPerson = {
  touches: [
    [A, day(1)],
    [B, day(8)],
    [C, day(15)],
  ],
  sold: [day(15)],
};

describe('credit by position, as on the page', () => {
  const { number } = ask([THREE]);
  it.each([
    ['last', [0, 0, 1]],
    ['first', [1, 0, 0]],
    ['equal', [1 / 3, 1 / 3, 1 / 3]],
    ['decay', [1 / 7, 2 / 7, 4 / 7]],
    ['ends', [0.4, 0.2, 0.4]],
  ] as const)('%s', (rule, shares) => {
    for (const [member, share] of shares.entries()) {
      expect(number(member, 'outcomes', rule)).toBeCloseTo(share, 12);
      expect(number(member, 'value', rule)).toBeCloseTo(10 * share, 9);
    }
  });

  it('shares the middle of four, the ends of two, and gives one all', () => {
    const four = ask([
      {
        touches: [
          [A, 1],
          [B, 2],
          [C, 3],
          [D, 4],
        ],
        sold: [5],
      },
    ]);
    expect([A, B, C, D].map((member) => four.number(member, 'outcomes', 'ends'))).toEqual([0.4, 0.1, 0.1, 0.4]);
    const two = ask([
      {
        touches: [
          [A, 1],
          [B, 2],
        ],
        sold: [5],
      },
    ]);
    expect([A, B].map((member) => two.number(member, 'outcomes', 'ends'))).toEqual([0.5, 0.5]);
    expect(ask([{ touches: [[A, 1]], sold: [5] }]).number(A, 'outcomes', 'ends')).toBe(1);
  });

  it('lets touches of one moment share a place, at the outcome’s very moment too', () => {
    const { number: of } = ask([
      {
        touches: [
          [A, 1],
          [B, 9],
          [C, 9],
        ],
        sold: [9],
      },
    ]);
    expect([A, B, C].map((member) => of(member, 'outcomes', 'last'))).toEqual([0, 0.5, 0.5]);
    expect([A, B, C].map((member) => of(member, 'outcomes', 'ends'))).toEqual([0.5, 0.25, 0.25]);
  });

  it('halves in as many days as are said', () => {
    const { number: of } = ask([THREE], { halfLife: 14 });
    expect(of(A, 'outcomes', 'decay') / of(C, 'outcomes', 'decay')).toBeCloseTo(0.5, 12);
  });
});

describe('journeys', () => {
  it('begin anew after an outcome of the kind asked for; others pass by', () => {
    const people: ToldPerson[] = [
      {
        touches: [
          [A, 1],
          [B, 3],
          [C, 5],
        ],
        sold: [2, { at: 4, action: 'lead' }, 6],
      },
    ];
    const { number } = ask(people);
    expect([A, B, C].map((member) => number(member, 'outcomes', 'first'))).toEqual([1, 1, 0]);
    expect(ask(people, { action: 'lead' }).number(A, 'outcomes', 'first')).toBe(1);
  });

  it('look back in exact hours, the edge included', () => {
    const people: ToldPerson[] = [
      {
        touches: [
          [A, 0],
          [B, 1],
        ],
        sold: [720],
      },
    ];
    expect(ask(people).number(A, 'outcomes', 'first')).toBe(1);
    expect(ask(people, { lookback: 719 }).number(B, 'outcomes', 'first')).toBe(1);
    const { number, answer } = ask(people, { lookback: 718 });
    expect([number(null, 'outcomes', 'first'), answer.journeys.touched]).toEqual([1, 0]);
  });

  it('count views and direct visits only when asked', () => {
    const log = logOf(
      [
        {
          touches: [
            [A, 1, 'view'],
            [B, 2],
            [C, 3],
          ],
          sold: [4],
        },
      ],
      { direct: [C] },
    );
    const last = (question: Partial<CreditQuestion>) =>
      creditAnswer(log, { ...ASKED, ...question }, NOBODY).columns.find(({ of, rule }) => of === 'outcomes' && rule === 'first')!
        .figures[0];
    expect(creditAnswer(log, { ...ASKED, views: false, direct: false }, NOBODY).rows).toEqual([[B], 'untouched']);
    expect(creditAnswer(log, { ...ASKED, direct: false }, NOBODY).rows).toHaveLength(3);
    expect(last({ views: true, direct: true })).toEqual({ kind: 'value', value: 1 });
  });

  it('by click date give whole journeys’ credit to the touches of the days', () => {
    const { number, answer } = ask([THREE], { basis: 'click', days: { from: 20_008, to: 20_008 } });
    expect([number(B, 'outcomes', 'equal'), number(B, 'outcomes', 'decay')]).toEqual([1 / 3, expect.closeTo(2 / 7, 12)]);
    expect(answer.rows).toEqual([[B], 'untouched']);
  });

  it('without a known touch are a row of their own; a value that is not told is at least the others’', () => {
    const { number, figureOf, answer } = ask([
      { touches: [[A, 1]], sold: [2] },
      { touches: [[A, 1]], sold: [2], value: NaN },
      { touches: [], sold: [2], value: 7 },
    ]);
    expect([number(null, 'outcomes', 'last'), number(null, 'value', 'last')]).toEqual([1, 7]);
    expect(figureOf(A, 'value', 'last')).toEqual({ kind: 'bounds', low: 10, high: null });
    expect(answer.journeys).toMatchObject({ outcomes: 3, touched: 2, value: { kind: 'bounds', low: 17, high: null } });
  });
});

/** The same journeys so often that they are enough to say something. */
const often = (people: readonly ToldPerson[], times = 30): ToldPerson[] => Array.from({ length: times }, () => people).flat();
const AB: ToldPerson = {
  touches: [
    [A, 1],
    [B, 2],
  ],
  sold: [3],
};

describe('removal', () => {
  it('is the share of sales lost, as on the page (whose second journey must be one of B)', () => {
    const { number } = ask(often([AB, { touches: [[B, 1]] }, { touches: [[B, 1]], sold: [2] }]));
    expect(number(A, 'lost') / 60).toBeCloseTo(1 / 3, 9);
    expect(number(A, 'outcomes', 'removal') / 60).toBeCloseTo(0.5 / 2, 9);
    expect(number(B, 'outcomes', 'removal') / 60).toBeCloseTo(1.5 / 2, 9);
    expect(number(A, 'lost') / 30).toBeCloseTo(0.6667, 3);
    // At most what met it: all 60 met B.
    expect(number(B, 'lost')).toBe(60);
  });

  it('of the journeys as they are printed there is a half', () => {
    const { number } = ask(often([AB, { touches: [[A, 1]] }, { touches: [[B, 1]], sold: [2] }]));
    expect(number(A, 'lost') / 60).toBeCloseTo(0.5, 9);
    expect(number(A, 'lost value')).toBeCloseTo(300, 6);
  });

  it('and Shapley say what they lack', () => {
    expect(ask(often([AB])).answer.lacks).toEqual({ removal: 'no unsold journeys', shapley: 'no unsold journeys' });
    const few = ask([AB, { touches: [[A, 1]] }]);
    expect(few.answer.lacks.shapley).toBe('few sold journeys');
    expect(few.figureOf(A, 'outcomes', 'shapley')).toEqual(gap('too little data'));
    expect(few.answer.draws).toBe(0);
    expect(few.figureOf(A, 'starts')).toEqual(gap('too little data'));
  });
});

describe('Shapley', () => {
  it('by hand, for two members', () => {
    // 100 journeys of A, 30 sold; 100 of B, 10 sold; 100 of both, 60 sold: m = 1/3, k = 50.
    const people = (
      [
        [[A], 30],
        [[B], 10],
        [[A, B], 60],
      ] as const
    ).flatMap(([members, sold]) =>
      Array.from({ length: 100 }, (_, at): ToldPerson => ({
        touches: members.map((member, nth) => [member, nth + 1] as const),
        ...(at < sold ? { sold: [5] } : {}),
      })),
    );
    const { number } = ask(people);
    const rate = (sales: number, journeys: number): number => (sales + 50 / 3) / (journeys + 50);
    const [a, b, both] = [rate(30, 100), rate(10, 100), rate(100, 300)];
    const phi = [(a + both - b) / 2, (b + both - a) / 2];
    for (const [member, part] of phi.entries())
      expect(number(member, 'outcomes', 'shapley')).toBeCloseTo((100 * part) / (phi[0]! + phi[1]!), 9);
  });
});

describe('beside credit', () => {
  it('tells assists, roles, costs, and members nobody met', () => {
    const people = often([AB, { touches: [[B, 1]] }]);
    const beside = {
      ...NOBODY,
      spend: () => ({ kind: 'value', value: 60 }) as const,
      members: [[C]],
    };
    const { number, figureOf, answer } = ask(people, {}, beside as never);
    expect([number(A, 'assisting'), number(A, 'assisted'), number(A, 'met')]).toEqual([30, 30, 30]);
    expect(figureOf(A, 'assist ratio')).toEqual(gap('nothing to divide by'));
    expect(number(B, 'assist ratio')).toBe(0);
    expect([number(A, 'starts'), number(A, 'finishes'), number(A, 'carries')]).toEqual([1, 0, 0]);
    expect([number(A, 'cost', 'first'), number(A, 'ROAS', 'first')]).toEqual([2, 5]);
    expect(figureOf(A, 'cost', 'last')).toMatchObject({ kind: 'bounds', high: null });
    expect(number(C, 'outcomes', 'equal')).toBe(0);
    // Nobody has said what is earned of a value; a quarter of it is, then, of 300 that would be lost, and 60 saved.
    expect(figureOf(A, 'lost profit')).toEqual(gap('not measured'));
    const earning = ask(people, {}, { ...beside, marginOn: (day: number) => (day < 20_000 ? 0.9 : 0.25) } as never);
    expect(earning.number(A, 'lost profit')).toBeCloseTo(earning.number(A, 'lost value') * 0.25 - 60, 9);
    expect(earning.number(A, 'lost value')).toBeGreaterThan(0);
    expect(answer.parted[answer.rows.findIndex((codes) => codes[0] === A)]).toMatchObject({ most: 'first', least: 'last' });
  });

  it('lets rules part only over members that some outcomes met', () => {
    const bought = (member: number): ToldPerson => ({
      ...AB,
      touches: AB.touches.map(([of, hour]) => [of === A ? member : of, hour] as const),
    });
    const partedOver = (times: number): unknown => {
      const { answer } = ask([...often([AB, { touches: [[B, 1]] }]), ...often([bought(C)], times)]);
      return answer.parted[answer.rows.findIndex((codes) => codes[0] === C)];
    };
    expect([partedOver(4), partedOver(12)]).toEqual([null, expect.anything()]);
  });

  it('has limits around the credit by Shapley also where orders are drawn, in outcomes and in value', () => {
    const people = Array.from({ length: 15 * 40 }, (_, at): ToldPerson => ({
      touches: [
        [at % 15, 1],
        [(at + 1 + (Math.floor(at / 15) % 3)) % 15, 2],
      ],
      ...(at % 3 === 0 || at % 15 < 2 ? { sold: [3] } : {}),
    }));
    const { column, answer } = ask(people);
    for (const told of ['outcomes', 'value'])
      for (const row of answer.rows.keys()) {
        const { [row]: figure } = column(told, 'shapley').figures;
        const { [row]: limits } = column(told, 'shapley').limits;
        if (limits && figure?.kind === 'value') expect(limits.low <= figure.value && figure.value <= limits.high).toBe(true);
      }
    expect(column('value', 'shapley').limits.filter((each) => each !== null)).toHaveLength(15);
  });

  it('refuses to look back no time', () => expect(() => ask([AB], { lookback: 0 })).toThrow(RangeError));
  it('has limits around every rule', () => {
    const { column } = ask(often([AB, { touches: [[B, 1]] }]));
    for (const rule of POSITION_RULES)
      column('outcomes', rule).figures.forEach((figure, row) => {
        const limits = column('outcomes', rule).limits[row];
        if (limits && figure.kind === 'value') expect(limits.low <= figure.value && figure.value <= limits.high).toBe(true);
      });
    expect(column('outcomes', 'first').limits[0]!.low).toBeGreaterThan(15);
  });
});

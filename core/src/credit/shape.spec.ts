import { compacted, creditMembers, cutJourneys, journeyShape, journeysWith, lookbacks } from '../index';
import { ASKED, logOf, type ToldPerson } from '../test/touches';
import { companions } from './take-over';

const [A, B, C] = [0, 1, 2] as const;
const day = (days: number): number => 24 * days;
const PEOPLE: ToldPerson[] = [
  // Met A twice and B, over six days.
  {
    touches: [
      [A, day(1)],
      [A, day(3)],
      [B, day(5)],
    ],
    sold: [day(7)],
    value: 10,
  },
  {
    touches: [
      [A, day(2)],
      [B, day(4)],
    ],
    sold: [day(4)],
    value: 20,
  },
  { touches: [[C, day(2)]], sold: [day(2)], value: NaN },
  {
    touches: [
      [A, day(2)],
      [B, day(4)],
    ],
    weight: 10,
  },
  { touches: [], sold: [day(3)] },
];
const journeysOf = (people: readonly ToldPerson[], lookback = ASKED.lookback) => {
  const log = logOf(people);
  return compacted(cutJourneys(log, creditMembers(log, ASKED.by), { ...ASKED, lookback })).journeys;
};

describe('the shape of journeys', () => {
  const shape = journeyShape(journeysOf(PEOPLE), { most: 10, once: false });

  it('tells how long they were, in touches and in days', () => {
    const share = expect.closeTo(1 / 3, 12);
    expect(shape.byLength.filter(({ outcomes }) => outcomes > 0)).toEqual(
      [1, 2, 3].map((from) => ({ from, to: from, outcomes: 1, share })),
    );
    expect(shape.byDays.filter(({ outcomes }) => outcomes > 0)).toEqual([
      { from: 0, to: 0, outcomes: 1, share },
      { from: 2, to: 3, outcomes: 1, share },
      { from: 4, to: 7, outcomes: 1, share },
    ]);
    expect([shape.meanLength, shape.medianDays, shape.medianBetween]).toEqual([2, 2, 2]);
  });

  it('tells the commonest ways, with who went them in vain', () => {
    const share = expect.closeTo(1 / 3, 12);
    expect(shape.paths).toEqual([
      { steps: [[A], [B]], outcomes: 1, value: 20e6, share, unsold: 10, rate: null },
      { steps: [[A], [A], [B]], outcomes: 1, value: 10e6, share, unsold: 0, rate: null },
      { steps: [[C]], outcomes: 1, value: 0, share, unsold: 0, rate: null },
    ]);
    const once = journeyShape(journeysOf(PEOPLE), { most: 1, once: true });
    expect([once.paths, once.pathCount]).toEqual([
      [{ steps: [[A], [B]], outcomes: 2, value: 30e6, share: 2 / 3, unsold: 10, rate: null }],
      2,
    ]);
  });

  it('tells how often a way leads to an outcome where some of each have gone it', () => {
    const [lucky, unlucky] = [PEOPLE[1]!, PEOPLE[3]!];
    const rateOf = (bought: number, left: number) =>
      journeyShape(journeysOf([...Array<ToldPerson>(bought).fill(lucky), ...Array<ToldPerson>(left).fill(unlucky)]), {
        most: 1,
        once: true,
      }).paths[0]!.rate;
    expect([rateOf(5, 5), rateOf(4, 9), rateOf(9, 4)]).toEqual([5 / 55, null, null]);
  });

  it('tells what began them, and what began against what finished', () => {
    expect(shape.byFirst).toEqual([
      { member: A, outcomes: 2, value: 30e6, meanLength: 2.5, medianDays: 4 },
      { member: C, outcomes: 1, value: 0, meanLength: 1, medianDays: 0 },
    ]);
    expect([...shape.firstByLast!]).toEqual([0, 2, 0, 0, 0, 0, 0, 0, 1]);
  });

  it('shares a place between those who were met at one moment', () => {
    const touches = [
      [A, 1],
      [B, 1],
      [C, 2],
    ] as const;
    const { firstByLast, byFirst, paths } = journeyShape(journeysOf([{ touches, sold: [3] }]), { most: 1, once: false });
    expect([...firstByLast!]).toEqual([0, 0, 0.5, 0, 0, 0.5, 0, 0, 0]);
    expect(byFirst.map(({ outcomes }) => outcomes)).toEqual([0.5, 0.5]);
    expect(paths[0]!.steps).toEqual([[A, B], [C]]);
  });

  it('crosses no more members than can be looked at', () => {
    const many = Array.from({ length: 41 }, (_, member): ToldPerson => ({ touches: [[member, 1]], sold: [2] }));
    expect(journeyShape(journeysOf(many), { most: 1, once: true }).firstByLast).toBeNull();
    expect(journeyShape(journeysOf(many.slice(1)), { most: 1, once: true }).firstByLast).toHaveLength(1600);
  });

  it('is empty where nobody was touched', () => {
    const nothing = journeyShape(journeysOf([{ touches: [], sold: [1] }]), { most: 5, once: true });
    expect(nothing).toMatchObject({ meanLength: null, medianDays: null, medianBetween: null, paths: [], byFirst: [] });
  });
});

describe('the day of a journey', () => {
  it('is that of its outcome, also soon after midnight, or of its last touch', () => {
    const night: ToldPerson = { touches: [[A, 23]], sold: [25] };
    expect([...journeysOf([night, { touches: [[A, 47]] }]).day]).toEqual([20_001, 20_001]);
  });
});

describe('other lookbacks', () => {
  it('say what each would find, in all and of each member', () => {
    const [short, exact, long] = lookbacks(journeysOf(PEOPLE, day(90)), [day(1), day(2), day(90)]);
    expect([short!.touched, [...short!.met]]).toEqual([2, [0, 1, 1]]);
    expect([exact!.touched, [...exact!.met]]).toEqual([3, [1, 2, 1]]);
    expect([long!.touched, [...long!.met]]).toEqual([3, [2, 2, 1]]);
    expect([short!.share, short!.kept, long!.kept]).toEqual([0.5, [0, 0.5, 1], [1, 1, 1]]);
  });
});

describe('journeys that hold something', () => {
  it('have a touch of each group, sold ones first and the newest of them', () => {
    const journeys = journeysOf(PEOPLE);
    const endOf = (journey: number): number => journey;
    const both = journeysWith(journeys, [new Set([A]), new Set([B, C])], { most: 2, endOf });
    expect(both).toEqual({ places: [1, 0], sold: 2, unsold: 10, value: 30e6 });
    expect(journeysWith(journeys, [], { most: 9, endOf }).places).toEqual([2, 1, 0, 3]);
    expect(journeysWith(journeys, [new Set([9])], { most: 9, endOf })).toEqual({ places: [], sold: 0, unsold: 0, value: 0 });
  });
});

describe('who stands beside whom', () => {
  it('shares each outcome between the others that were met', () => {
    const three: ToldPerson = {
      touches: [
        [A, 1],
        [B, 2],
        [C, 3],
      ],
      sold: [4],
    };
    const two: ToldPerson = {
      touches: [
        [A, 1],
        [B, 2],
        [A, 3],
      ],
      sold: [4],
    };
    const beside = companions(journeysOf([three, two, { touches: [[C, 1]], sold: [2] }, { ...two, sold: [] }]), 2);
    expect(beside).toEqual([
      [
        { member: B, outcomes: 1.5 },
        { member: C, outcomes: 0.5 },
      ],
      [
        { member: A, outcomes: 1.5 },
        { member: C, outcomes: 0.5 },
      ],
      [
        { member: A, outcomes: 0.5 },
        { member: B, outcomes: 0.5 },
      ],
    ]);
  });
});

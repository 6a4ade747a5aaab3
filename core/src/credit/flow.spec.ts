import fc from 'fast-check';
import { type JourneyFlow, journeyFlow } from '../index';

const [A, B, C, D] = [0, 1, 2, 3] as const;
/** Streams by the names of their ends. */
const told = ({ stops, streams }: JourneyFlow): Record<string, number> => {
  const name = (at: number): string => `${stops[at]?.stage} ${stops[at]?.member ?? '~'}`;
  return Object.fromEntries(streams.map(({ from, to, outcomes }) => [`${name(from)} > ${name(to)}`, outcomes]));
};

describe('the flow of journeys', () => {
  it('runs from what began over what stood between to what finished, which share it where they are several', () => {
    const flow = journeyFlow(
      [
        { steps: [[A]], outcomes: 5 },
        { steps: [[A], [B]], outcomes: 3 },
        { steps: [[A], [C], [A], [B]], outcomes: 2 },
        { steps: [[A, B], [C]], outcomes: 1 },
      ],
      10,
    );
    expect(told(flow)).toEqual({
      'starts 0 > outcome ~': 5,
      'finishes 1 > outcome ~': 5,
      'starts 0 > finishes 1': 3,
      'starts 0 > carries 2': 1,
      'starts 0 > carries 0': 1,
      'carries 2 > finishes 1': 1,
      'carries 0 > finishes 1': 1,
      'finishes 2 > outcome ~': 1,
      'starts 0 > finishes 2': 0.5,
      'starts 1 > finishes 2': 0.5,
    });
  });

  it('tells the members apart that most outcomes pass, and the others together', () => {
    const ways = [A, B, C, D].map((member) => ({ steps: [[member]], outcomes: 10 - member }));
    expect(told(journeyFlow(ways, 2))).toEqual({ 'starts 0 > outcome ~': 10, 'starts 1 > outcome ~': 9, 'starts ~ > outcome ~': 15 });
  });

  it('keeps every outcome on its way', () => {
    const step = fc.uniqueArray(fc.nat(5), { minLength: 1, maxLength: 2 });
    const way = fc.record({ steps: fc.array(step, { minLength: 1, maxLength: 5 }), outcomes: fc.integer({ min: 1, max: 9 }) });
    fc.assert(
      fc.property(fc.array(way, { maxLength: 12 }), fc.nat(6), (ways, most) => {
        const { stops, streams } = journeyFlow(ways, most);
        const all = ways.reduce((sum, { outcomes }) => sum + outcomes, 0);
        const through = (of: 'from' | 'to', at: number): number =>
          streams.filter((stream) => stream[of] === at).reduce((sum, { outcomes }) => sum + outcomes, 0);
        for (const [at, { stage }] of stops.entries()) {
          if (stage === 'outcome') expect(through('to', at)).toBeCloseTo(all, 9);
          else if (stage !== 'starts') expect(through('from', at)).toBeCloseTo(through('to', at), 9);
        }
        expect(stops.reduce((sum, { stage }, at) => sum + (stage === 'starts' ? through('from', at) : 0), 0)).toBeCloseTo(all, 9);
      }),
      { seed: 1510 },
    );
  });
});

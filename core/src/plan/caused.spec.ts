import { logOf, type ToldPerson } from '../test/touches';
import { CAUSED } from '../moves/response';
import { causedByCampaign, causedShare } from './caused';

const DAYS = { from: 20_000, to: 20_030 };
const times = (count: number, person: ToldPerson): ToldPerson[] => Array.from({ length: count }, () => person);

describe('what a campaign causes', () => {
  it('lies between what it finishes and what would be lost without it', () => {
    // Campaign 0 begins what 1 finishes; 1 also sells alone; some of both buy nothing.
    const log = logOf([
      ...times(40, {
        touches: [
          [0, 1],
          [1, 2],
        ],
        sold: [3],
      }),
      ...times(40, { touches: [[1, 2]], sold: [3] }),
      ...times(40, { touches: [[1, 2]] }),
      ...times(10, { touches: [[0, 1]] }),
    ]);
    const caused = causedByCampaign(log, 'purchase', DAYS);
    expect(caused.get(0)).toMatchObject({ last: 0 });
    expect(caused.get(1)).toMatchObject({ last: 80, lost: 80 });
    // Of 120 who come to 1 two thirds buy; a third of these come by 0.
    expect(caused.get(0)?.lost).toBeCloseTo((80 * 40) / 120, 6);
    const share = causedShare(20, caused.get(0));
    expect(share.low).toBeCloseTo((0.8 * 3) / 23, 9);
    expect(share.high).toBeCloseTo((1.1 * (80 / 3 + 3)) / 23, 9);
    expect(share.middle).toBeCloseTo(Math.sqrt((3 / 23) * ((80 / 3 + 3) / 23)), 9);
  });

  it('is what the house takes it for where no log tells, or too few were sold', () => {
    expect(causedShare(20, undefined)).toBe(CAUSED);
    expect(causedByCampaign(logOf(times(20, { touches: [[0, 1]], sold: [2] })), 'purchase', DAYS).size).toBe(0);
    expect(causedByCampaign(logOf(times(60, { touches: [[0, 1]], sold: [2] })), 'lead', DAYS).size).toBe(0);
    // All that are known have bought.
    expect(causedByCampaign(logOf(times(60, { touches: [[0, 1]], sold: [2] })), 'purchase', DAYS).size).toBe(0);
  });

  it('counts touches of the days asked for alone', () => {
    const log = logOf([
      ...times(40, { touches: [[0, 1]], sold: [3] }),
      ...times(9, { touches: [[0, 1]] }),
      ...times(40, { touches: [[1, 24 * 60]], sold: [24 * 60 + 2] }),
    ]);
    const caused = causedByCampaign(log, 'purchase', DAYS);
    expect([caused.get(0)?.last, caused.get(1)?.last ?? 0]).toEqual([40, 0]);
  });
});

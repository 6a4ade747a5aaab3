import { countOutcomes, type ToldOutcome } from '../index';

const told = (person: number, moment: number, order: string | null, value = 10): ToldOutcome => ({
  ...{ person, action: 'purchase', moment, day: 1, value, order, count: NaN, importId: 1 },
});
const listed = (id: string) => ({ action: 'purchase', id, day: 2, value: 25, count: 3, importId: 2 });

describe('whose outcomes count', () => {
  it('are the list’s where it has the log’s numbers: its day and value, each once, the first person’s', () => {
    const { outcomes, unknown, countedBy, twice, unlisted } = countOutcomes(
      [told(1, 50, 'A'), told(0, 40, 'A'), told(2, 60, 'X'), told(3, 70, null, NaN)],
      [listed('A'), listed('B')],
    );
    expect(outcomes).toEqual([{ ...told(0, 40, 'A', 25), day: 2, count: 3, importId: 2 }]);
    expect(unknown).toEqual([listed('B')]);
    expect(countedBy).toEqual(new Map([['purchase', 'orders']]));
    expect([twice, unlisted]).toEqual([1, { count: 2, value: 10 }]);
  });

  it('are the log’s where no list has them', () => {
    const { outcomes, unknown, countedBy } = countOutcomes([told(0, 40, 'A'), told(0, 90, null)], [listed('B')]);
    expect(outcomes).toHaveLength(2);
    expect(unknown).toEqual([]);
    expect(countedBy.get('purchase')).toBe('log');
  });
});

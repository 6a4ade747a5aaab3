import { logOf } from '../test/touches';
import { outcomesAlone } from './alone';

const START = 20_000;
const asked = { action: 'purchase', days: { from: START, to: START + 9 }, lookback: 30 * 24 };

const brought = (log: ReturnType<typeof logOf>) => [...outcomesAlone(log, ['campaign'], asked)].filter(([, count]) => count > 0);

describe('outcomes of people who met one member alone', () => {
  it('are counted for it, and those of others for nobody', () => {
    const log = logOf([
      { touches: [[1, 0]], sold: [5] },
      // Twice the same is still alone.
      {
        touches: [
          [1, 0],
          [1, 30],
        ],
        sold: [31],
        weight: 2,
      },
      {
        touches: [
          [2, 0],
          [1, 3],
        ],
        sold: [5],
      },
      {
        touches: [
          [2, 0, 'view'],
          [1, 3],
        ],
        sold: [5],
      },
      { touches: [[2, 0]] },
      { touches: [[3, 0]], sold: [{ at: 2, action: 'lead' }] },
    ]);
    expect(brought(log)).toEqual([['1', 3]]);
  });

  it('count a touch of these days alone, whenever the outcome came', () => {
    const log = logOf([
      { touches: [[1, 0]], sold: [24 * 20] },
      { touches: [[1, 24 * 12]], sold: [24 * 13] },
      // What was met longer ago than is looked back is forgotten.
      {
        touches: [
          [2, 0],
          [1, 24 * 9],
        ],
        sold: [24 * 35],
      },
    ]);
    expect(brought(log)).toEqual([['1', 2]]);
  });

  it('leave out who came by themselves besides, and what tells no member', () => {
    const log = logOf(
      [
        {
          touches: [
            [1, 0],
            [2, 1],
          ],
          sold: [5],
        },
        { touches: [[2, 0]], sold: [5] },
      ],
      { direct: [2] },
    );
    expect(brought(log)).toEqual([['1', 1]]);
    expect([...outcomesAlone(log, ['campaign', 'placement'], asked)]).toEqual([]);
  });

  it('are 0 for what was met and brought none, and not told of what no touch tells', () => {
    const log = logOf([{ touches: [[1, 0]], sold: [5] }, { touches: [[2, 0]] }]);
    expect([...outcomesAlone(log, ['campaign'], asked)].toSorted()).toEqual([
      ['1', 1],
      ['2', 0],
    ]);
  });
});

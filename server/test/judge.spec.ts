import { holds, line } from '../../judge/figures';
import { judgeWorld } from '../../judge/world';
import { clientsOfWorld } from '../../market/src/clients/worlds';

/** The quickest part of npm run judge: the smallest client of one world, and two weeks of whatever is proposed. */
describe('the advice of two weeks', () => {
  it('earns more than leaving alone, what it promises holds, and no group goes dark', async () => {
    const clients = clientsOfWorld(2)
      .filter(({ id }) => id === 'northwall-climbing')
      .map((client) => ({ ...client, from: '2026-08-10' }));
    const figures = await judgeWorld({ clients, rounds: 2, tried: 4, say: () => undefined });
    expect(figures.filter((figure) => !holds(figure)).map(line)).toEqual([]);
    const named = (name: string): number => figures.find((figure) => figure.name.includes(name))?.value ?? NaN;
    expect(named('moves accepted')).toBeGreaterThan(3);
    expect(named('gain in the 28 days after')).toBeGreaterThan(100);
  });
});

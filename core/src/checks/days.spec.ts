import { checkDays } from './days';
import { reportOf, shopOf, situationOf } from '../test/situation';

const BROKEN = [265, 266];
describe('unusual days', () => {
  it('are none of calm weeks', () => {
    const { findings, looked } = checkDays(shopOf(() => ({})));
    expect(findings).toEqual([]);
    expect(looked).toBe('28 days of all, of 2 channels and of 3 campaigns');
  });

  it('that follow one another are told once, of the whole, with what was as usual', () => {
    const [found, ...more] = checkDays(shopOf((day) => (BROKEN.includes(day) ? { purchases: 3 } : {}))).findings;
    expect(more).toEqual([]);
    expect(found).toMatchObject({
      ...{ check: 'days', group: 'not the advertising', trouble: 'purchases low', days: { from: 265, to: 266 } },
      about: { kind: 'Client' },
    });
    expect(found?.says).toMatch(/purchases came to \d+ where 2\d\d would be usual/);
    expect(found?.evidence[0]).toBe('As usual on these days: spend, clicks, carts.');
    expect(found?.advice).toContain('a page, a form or a payment');
  });

  it('of one campaign are told of it, and not of the whole', () => {
    const [found, ...more] = checkDays(shopOf((day, campaign) => (day === 270 && campaign === 3 ? { spend: 490 } : {}))).findings;
    expect(more.map(({ about }) => about.name)).toEqual([]);
    expect(found).toMatchObject({
      group: 'worth watching',
      trouble: 'spend high',
      about: { kind: 'Channel', name: 'channel social' },
    });
    expect(Math.abs((found?.money ?? 0) - 90)).toBeLessThan(20);
  });

  it('are told with what is noted of them', () => {
    const happened = [{ from: 265, to: 265, channel: null, name: null, words: 'The till was down' }];
    const [found] = checkDays(shopOf((day) => (BROKEN.includes(day) ? { purchases: 3 } : {}), { happened })).findings;
    expect(found?.happened).toEqual([expect.stringContaining('The till was down')]);
  });

  it('cannot be told without days', () => {
    expect(checkDays(situationOf([reportOf([{ day: 5, codes: { campaign: 1 }, amounts: { impressions: 5 } }])])).lacks).not.toBe('');
  });
});

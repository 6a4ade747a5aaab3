import { drawnRows, LOOKED, reportOf, shopOf, situationOf } from '../test/situation';
import { mainReasons, promiseKept, standingOf } from './standing';
import { checkWhy } from './why';

/** Ranges of days are set with narrow spaces. */
const plain = (text: string | undefined): string => (text ?? '').replace(/\s/g, ' ');

const oneChannel = situationOf([reportOf(drawnRows([1, 2]))]);

describe('how a client stands', () => {
  it('is said with what was promised, how sure that is, and the money', () => {
    expect(plain(standingOf(oneChannel))).toMatch(
      /^ROAS is 4\.0\d of all purchases, .* Promised is at least 2\.50: surely met \(95 %: 3\.\d\d to 4\.\d\d\)\. £3\d,\d{3} more came in than the £22,\d{3} spent should bring\.$/,
    );
    expect(standingOf({ ...oneChannel, target: null })).toBe('');
    // Two channels may claim the same purchase.
    expect(plain(standingOf(shopOf()))).toMatch(/^ROAS is between 2\.\d\d and 4\.\d\d of all purchases.*; too much is not measured/);
  });

  it('goes by how many results there are', () => {
    const of = { bound: 'at most', bar: 20, spend: 1000, actual: 25 } as const;
    expect(promiseKept({ ...of, counted: 40 })).toMatchObject({ verdict: 'open', off: -200 });
    expect(promiseKept({ ...of, spend: 25_000, counted: 1000 }).verdict).toBe('missed');
    expect(promiseKept({ ...of, spend: 15_000, counted: 1000, actual: 15 })).toMatchObject({ verdict: 'met', off: 5000 });
    expect(promiseKept({ bound: 'at least', bar: 2, spend: 100, actual: 1, counted: 2 }).verdict).toBe('open');
  });

  it('has the main reasons after it, what is not the advertising first', () => {
    const situation = shopOf((day, campaign) => (day >= LOOKED.from && campaign === 3 ? { purchases: 20 } : {}));
    const reasons = mainReasons(checkWhy(situation).findings, situation.style);
    expect(reasons).toEqual([expect.stringMatching(/^ROAS fell/)]);
  });
});

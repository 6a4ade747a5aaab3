import fc from 'fast-check';
import { checkClaims, type Claim, type ClaimsToCheck, type CountedOutcome } from '../index';

const LAST = 200;
const MONTH = { from: LAST - 29, to: LAST };
const CHANNELS = [{ id: 'search', name: 'Search' }];
const A_DAY = 6;

/** Six orders a day over a hundred days, each claimed once, and what `more` makes of the claim of an order. */
function told(more: (claim: Claim, nth: number) => readonly Claim[], part: Partial<ClaimsToCheck> = {}): ClaimsToCheck {
  const outcomes = Array.from({ length: 100 * A_DAY }, (_, nth): CountedOutcome => {
    return { id: `O-${nth}`, day: LAST - 99 + Math.floor(nth / A_DAY), count: 1, value: 20_000_000 };
  });
  const claims = outcomes.flatMap(({ id, day, value }, nth) =>
    more({ channel: 0, order: id, day, clickDay: day - 1, count: 1, value }, nth),
  );
  return { outcomes, claims, channels: CHANNELS, isCovered: () => true, isListed: true, ...part };
}
const twiceOn = (from: number, to = LAST) => told((claim) => (claim.day >= from && claim.day <= to ? [claim, claim] : [claim]));

describe('claims that are off', () => {
  it('are found where outcomes are claimed again, with how many, their money, and since when', () => {
    const { findings, things, lacks } = checkClaims(twiceOn(181), MONTH);
    expect([things, lacks, findings.length]).toEqual([1, null, 1]);
    expect(findings[0]).toMatchObject({
      ...{ check: 'claims', key: 'claims/search/again', trouble: 'again', name: 'Search' },
      // Twenty of the thirty days.
      ...{ claims: 50 * A_DAY, found: 30 * A_DAY, count: 20 * A_DAY, value: 20 * A_DAY * 20 },
      since: { day: 181, until: null, before: 0, now: 1 },
    });
    expect(findings[0]?.since?.within).toEqual({ from: 181, to: 181 });
  });

  it('say on which day it ended, whichever of its ends tells more', () => {
    for (const [from, to] of [
      [175, 188],
      [140, 195],
    ] as const) {
      const [found] = checkClaims(twiceOn(from, to), MONTH).findings;
      expect(found?.since).toMatchObject({ day: from, until: to, before: 0, now: 1 });
    }
  });

  it('tell no day where it has always been so', () => {
    const [found] = checkClaims(twiceOn(0), MONTH).findings;
    expect([found?.trouble, found?.since]).toEqual(['again', null]);
  });

  it('are found where the list does not have them, and where some say nothing of their worth', () => {
    const strange = told((claim, nth) => [
      nth % 8 === 0 ? { ...claim, order: `X-${nth}` } : nth % 8 === 1 ? { ...claim, value: NaN } : claim,
    ]);
    const found = checkClaims(strange, MONTH).findings.map(({ trouble, count }) => [trouble, count]);
    expect(found).toEqual([
      ['missing', 22],
      ['without a value', 22],
    ]);
    // Where nothing that is claimed has a worth, nobody expects one.
    expect(
      checkClaims(
        told((claim) => [{ ...claim, value: NaN }]),
        MONTH,
      ).findings,
    ).toEqual([]);
  });

  it('are never found of claims that are in order, whatever their number, nor of a few that are not', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(599), { maxLength: 400 }), fc.nat(2), (kept, twice) => {
        const orders = new Set(kept);
        const month = (nth: number): boolean => nth >= 70 * A_DAY;
        const first = [...orders].filter(month).slice(0, orders.size > 150 ? twice : 0);
        const all = told((claim, nth) => (orders.has(nth) ? (first.includes(nth) ? [claim, claim] : [claim]) : []));
        expect(checkClaims(all, MONTH)).toEqual({ check: 'claims', things: 1, findings: [], lacks: null });
      }),
      { seed: 1514, numRuns: 60 },
    );
  });

  it('cannot be told without lists of both sides', () => {
    expect(
      checkClaims(
        told((claim) => [claim], { isListed: false }),
        MONTH,
      ),
    ).toMatchObject({ lacks: 'own list of outcomes', things: 0 });
    expect(
      checkClaims(
        told(() => [], { channels: [] }),
        MONTH,
      ),
    ).toMatchObject({ lacks: 'claims one by one', things: 0 });
  });
});

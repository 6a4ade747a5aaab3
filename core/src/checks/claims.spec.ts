import fc from 'fast-check';
import { checkClaims, type Claim, type ClaimsToCheck, type CountedOutcome, type DayRange } from '../index';
import { situationOf } from '../test/situation';

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

const look = (claims: ClaimsToCheck, days: DayRange) => checkClaims({ ...situationOf([]), claims, days });

describe('claims that are off', () => {
  it('are found where outcomes are claimed again, with how many, their money, and since when', () => {
    const { findings, looked, lacks } = look(twiceOn(181), MONTH);
    expect([looked, lacks, findings.length]).toEqual(['the claims of 1 channel', '', 1]);
    // Twenty of the thirty days, six orders a day, each worth 20.
    expect(findings[0]).toMatchObject({
      ...{ check: 'claims', key: 'claims/again/search', trouble: 'again', about: { name: 'Search' }, group: 'not the advertising' },
      ...{ says: 'Search claims 120 purchases a second time, worth £2,400.', money: 20 * A_DAY * 20 },
      since: { day: 181, until: null, within: { from: 181, to: 181 }, before: 0, now: 1 },
      rows: { screen: 'claims', show: 'claimed again' },
    });
    expect(findings[0]?.evidence.map((line) => line.replace(/\s/g, ' ').replace(' – ', '–'))).toEqual([
      'So since 1 Jul 1970: 100% of the orders it finds, before 0%.',
      '21 Jun–20 Jul 1970: 300 claims, of 180 purchases of the client’s own list.',
    ]);
  });

  it('say on which day it ended, whichever of its ends tells more', () => {
    for (const [from, to] of [
      [175, 188],
      [140, 195],
    ] as const) {
      const [found] = look(twiceOn(from, to), MONTH).findings;
      expect(found?.since).toMatchObject({ day: from, until: to, before: 0, now: 1 });
    }
  });

  it('tell no day where it has always been so', () => {
    const [found] = look(twiceOn(0), MONTH).findings;
    expect([found?.trouble, found?.since]).toEqual(['again', null]);
  });

  it('are found where the list does not have them, and where some say nothing of their worth', () => {
    const strange = told((claim, nth) => [
      nth % 8 === 0 ? { ...claim, order: `X-${nth}` } : nth % 8 === 1 ? { ...claim, value: NaN } : claim,
    ]);
    expect(look(strange, MONTH).findings.map(({ says }) => says)).toEqual([
      'Search claims 22 purchases that the client’s own list does not have, worth £440.',
      'Search does not say of 22 purchases what they are worth.',
    ]);
    // Where nothing that is claimed has a worth, nobody expects one.
    expect(
      look(
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
        expect(look(all, MONTH).findings).toEqual([]);
      }),
      { seed: 1514, numRuns: 60 },
    );
  });

  it('cannot be told without lists of both sides', () => {
    expect(
      look(
        told((claim) => [claim], { isListed: false }),
        MONTH,
      ),
    ).toMatchObject({ lacks: expect.stringContaining('own orders'), looked: '' });
    expect(
      look(
        told(() => [], { channels: [] }),
        MONTH,
      ),
    ).toMatchObject({ lacks: expect.stringContaining('one by one'), looked: '' });
  });
});

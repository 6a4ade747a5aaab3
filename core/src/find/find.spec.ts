import fc from 'fast-check';
import { dayOf, daysNamed, haystackOf, seek } from '../index';
import { runs } from '../test/runs';

const NAMES = ['Winter boots | remarketing', 'Search – brand – UK', 'Café de la Gare', 'Лето 2026 распродажа', 'Brand shoes', 'Boots sale'];
const found = (typed: string): readonly (string | undefined)[] => seek(haystackOf(NAMES), typed, 5).best.map((at) => NAMES[at]);

describe('seek', () => {
  it('finds words in any order, parts of words, and forgives an error in a word', () => {
    expect(found('remarketing boots')).toEqual(['Winter boots | remarketing']);
    expect(found('uk brnad')).toEqual(['Search – brand – UK']);
    expect(found('remarkting')).toEqual(['Winter boots | remarketing']);
    expect(found('cafe gare')).toEqual(['Café de la Gare']);
    expect(found('распродажа')).toEqual(['Лето 2026 распродажа']);
  });

  it('takes signs for signs, not for orders', () => {
    expect(found('search -brand')).toEqual(['Search – brand – UK']);
    expect(found('"boots sale"')[0]).toBe('Boots sale');
    expect([found(''), found(' | '), found('zzzz')]).toEqual([[], [], []]);
  });

  it('puts what begins so first, also among more than are compared, and says how many there are', () => {
    expect(found('brand')[0]).toBe('Brand shoes');
    const many = haystackOf([...Array.from({ length: 1500 }, (_, nth) => `Shoe ${nth} sale`), 'Sale of shoes']);
    const { best, count } = seek(many, 'sale', 3);
    expect([best[0], best.length, count]).toEqual([1500, 3, 1501]);
  });

  it('finds every name by itself', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^[a-z]{3,8}( [a-z]{3,8}){0,2}$/), (name) => {
        expect(seek(haystackOf(['other thing', name]), name, 2).best).toContain(1);
      }),
      { seed: 131, numRuns: runs(30) },
    );
  });
});

describe('daysNamed', () => {
  const today = dayOf(2026, 10, 28) ?? 0;
  const day = (year: number, month: number, date: number) => ({ from: dayOf(year, month, date), to: dayOf(year, month, date) });
  const named = (typed: string, locale = 'en-GB') => daysNamed(typed, today, locale);

  it('is the last such day up to today', () => {
    for (const typed of ['6 Oct', 'oct 6', '6 October 2026', '2026-10-06', '6.10.', '06/10/2026'])
      expect(named(typed)).toEqual(day(2026, 10, 6));
    expect(named('24 dec')).toEqual(day(2025, 12, 24));
    expect(named('24 dec 2026')).toEqual(day(2026, 12, 24));
    expect(named('29 feb')).toBeUndefined();
    expect(named('29 feb 2024')).toEqual(day(2024, 2, 29));
  });

  it('is a month where no day is said, in the words of the place or in English', () => {
    expect(named('October')).toEqual({ from: dayOf(2026, 10, 1), to: dayOf(2026, 10, 31) });
    expect(named('november')).toEqual({ from: dayOf(2025, 11, 1), to: dayOf(2025, 11, 30) });
    expect(named('3. Oktober', 'de-DE')).toEqual(day(2026, 10, 3));
    expect(named('3 march', 'de-DE')).toEqual(day(2026, 3, 3));
  });

  it('is nothing where no day is meant', () => {
    for (const typed of ['', 'octopus', '6', '2026', 'mobile 6 oct', '6 7 oct', '32 oct', '2025 2026 oct', 'ma'])
      expect(named(typed)).toBeUndefined();
  });
});

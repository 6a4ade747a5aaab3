import { BUILT_IN, BUILT_IN_BOOK, bookOf, NO_OWN_WORDS, termsOf, termText, Vocabulary, wordProblems } from '../index';

const ids = (of: readonly { readonly id: string }[]): string[] => of.map(({ id }) => id);
const unique = (of: readonly string[]): boolean => new Set(of).size === of.length;

describe('the book of metrics', () => {
  it('has no two metrics or sets of one id, and every set only metrics there are', () => {
    expect(unique(ids(BUILT_IN_BOOK.metrics))).toBe(true);
    expect(unique(ids(BUILT_IN_BOOK.sets))).toBe(true);
    for (const { metrics } of BUILT_IN_BOOK.sets) {
      expect(metrics.filter((id) => !BUILT_IN_BOOK.has(id))).toEqual([]);
      expect(unique(metrics)).toBe(true);
    }
  });

  it('has a metric for every measure and every outcome', () => {
    const told = new Set(
      BUILT_IN_BOOK.metrics.flatMap(({ formula }) =>
        termsOf(formula).flatMap((term) => {
          if (term.kind === 'measure') return [term.measure.id];
          return typeof term.part === 'object' ? [term.outcome.id, term.part.id] : [term.outcome.id];
        }),
      ),
    );
    const silent = [...BUILT_IN.measures, ...BUILT_IN.outcomes].filter(({ id }) => !told.has(id));
    expect(ids(silent)).toEqual(['people who clicked in 7 days', 'people who clicked in 30 days', 'running']);
  });

  it('offers a set for an outcome that counts as a result, with the step before it', () => {
    const vocabulary = new Vocabulary({ ...NO_OWN_WORDS, main: ['sign-up'] });
    expect(bookOf(vocabulary).set('result sign-up')).toMatchObject({ label: 'Sign-ups funnel', outcome: 'sign-up' });
    expect(bookOf(vocabulary).outcomeOf('result sign-up')?.id).toBe('sign-up');
    expect(BUILT_IN_BOOK.outcomeOf('reach')).toBeNull();
    expect(() => BUILT_IN_BOOK.outcomeOf('nothing')).toThrow('No metric set is called “nothing”');
    expect(() => BUILT_IN_BOOK.named('nothing')).toThrow('No metric is called “nothing”');
  });
});

describe('the vocabulary', () => {
  it('has no two words of one name or header of a kind', () => {
    const { measures, outcomes, dimensions } = BUILT_IN;
    for (const words of [measures, outcomes, dimensions]) {
      expect(unique(ids(words))).toBe(true);
      expect(words.flatMap(({ headers }) => headers).filter((header, at, all) => all.indexOf(header) !== at)).toEqual([]);
    }
    for (const word of measures) expect(wordProblems({ kind: 'measure', word }, BUILT_IN)).toEqual([]);
  });

  it('says which word is not there, and what a key should have been', () => {
    expect(() => BUILT_IN.measure('nothing')).toThrow('No measure is called “nothing”');
    expect(termText(BUILT_IN.termOfKey('purchase.refunds.orders.sale'))).toBe('refunds of purchase as ordered by sale date');
    expect(() => BUILT_IN.termOfKey('purchase.weight.claims.click')).toThrow('“weight” is none of count, people, value');
    expect(() => BUILT_IN.termOfKey('purchase.count')).toThrow('“” is none of claims, site, orders');
  });

  it('puts an outcome behind the one it follows', () => {
    const bonus = { id: 'own-1', name: 'bonus', label: 'Bonuses', after: 'cart', headers: [] };
    const { outcomes } = new Vocabulary({
      ...NO_OWN_WORDS,
      outcomes: [bonus, { ...bonus, id: 'own-2', after: 'own-1' }, { ...bonus, id: 'own-3', after: null }],
    });
    expect(ids(outcomes).slice(0, 4)).toEqual(['cart', 'own-1', 'own-2', 'checkout']);
    expect(ids(outcomes).at(-1)).toBe('own-3');
  });
});

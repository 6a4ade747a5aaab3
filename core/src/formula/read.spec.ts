import { MARGIN } from '../measure/client-number';
import fc from 'fast-check';
import { runs } from '../test/runs';
import { BUILT_IN_BOOK, bookOf } from '../metric/metric-book';
import type { CountedBy } from '../measure/counted-by';
import { NO_OWN_WORDS } from '../measure/own-words';
import type { Term } from '../measure/term';
import { BUILT_IN, Vocabulary } from '../measure/vocabulary';
import { CALLS, type Formula, number, operation, PLACES, term } from './formula';
import type { FormulaProblem } from './problem';
import { isFormulaProblem, MOST_CHARACTERS, readFormula } from './read';
import { formulaText } from './write';

const { words } = BUILT_IN_BOOK.library;
const read = (text: string): Formula => {
  const found = readFormula(text, words);
  if (isFormulaProblem(found)) throw new Error(`${text}: ${found.message}`);
  return found.formula;
};
const unitOf = (text: string) => {
  const found = readFormula(text, words);
  return isFormulaProblem(found) ? found.message : found.units[0];
};
const problem = (text: string): FormulaProblem => {
  const found = readFormula(text, words);
  if (!isFormulaProblem(found)) throw new Error(`${text} was read as ${formulaText(found.formula)}`);
  return found;
};
/** What is wrong, with the stretch of the text it is about. */
const wrong = (text: string): [string, string] => {
  const { message, from, to } = problem(text);
  return [text.slice(from, to), message];
};

const [spend, clicks] = [term(BUILT_IN.measureTerm('spend')), term(BUILT_IN.measureTerm('clicks'))];
const earned = (id: string, fixed = {}): Formula => term({ ...BUILT_IN.outcomeTerm('value', id, fixed), times: MARGIN });
const outcome = (part: 'count' | 'value' | 'people', id = 'purchase', fixed = {}): Formula => term(BUILT_IN.outcomeTerm(part, id, fixed));

describe('a formula that is read', () => {
  it('says what an analyst would', () => {
    expect(read('value of purchase / spend')).toEqual(operation(outcome('value'), '/', spend));
    expect(read('value of purchase by sale date * margin - spend')).toEqual(operation(earned('purchase', { basis: 'sale' }), '-', spend));
    expect(read('when clicks >= 100 then count of lead / clicks otherwise too little data')).toEqual({
      kind: 'when',
      test: operation(clicks, '>=', number(100)),
      then: operation(outcome('count', 'lead'), '/', clicks),
      otherwise: { kind: 'gap', gap: 'too little data' },
    });
    expect(read('clicks / previous (clicks) - 1')).toEqual(
      operation(operation(clicks, '/', { kind: 'place', place: 'previous', of: clicks }), '-', number(1)),
    );
    expect(read('share of total (spend)')).toEqual({ kind: 'place', place: 'share of total', of: spend });
    expect(read('people of cart as claimed')).toEqual(outcome('people', 'cart', { countedBy: 'claims' }));
    expect(read('(value of purchase - spend) as ordered by click date')).toEqual(
      operation(outcome('value', 'purchase', { countedBy: 'orders', basis: 'click' }), '-', spend),
    );
    const credited = (countedBy: CountedBy) => outcome('count', 'purchase', { countedBy });
    expect(read('count of purchase as credited')).toEqual(credited('credited-equal-30'));
    expect(read('count of purchase as credited by first touch over 1 day clicks only')).toEqual(credited('credited-first-1-clicks'));
    expect(read('count of purchase as credited by click date')).toEqual(
      outcome('count', 'purchase', { countedBy: 'credited-equal-30', basis: 'click' }),
    );
    expect(read('  SPEND ÷ Count of Sign-Ups ')).toEqual(operation(spend, '/', outcome('count', 'sign-up')));
    expect(read('refunds of purchase')).toEqual(term(BUILT_IN.outcomeTerm(BUILT_IN.measure('refunds'), 'purchase', {})));
    expect(read('cpc * 25%')).toEqual(operation({ kind: 'metric', name: 'CPC', of: operation(spend, '/', clicks) }, '*', number(0.25)));
    expect(read('count of purchase by click date within 14 days where device is "phone"')).toMatchObject({
      term: { part: 'count', basis: 'click', within: 14, where: [{ dimension: 'device' }] },
    });
    const where = (dimension: string, ...values: string[]) => ({ dimension, any: values.map((value) => ({ test: 'is', value })) });
    expect(read('spend where device is "phone" or "tablet" where channel is "Harbor" / clicks')).toEqual(
      operation(
        {
          kind: 'term',
          term: { ...BUILT_IN.measureTerm('spend'), where: [where('device', 'phone', 'tablet'), where('channel', 'Harbor')] } as Term,
        },
        '/',
        clicks,
      ),
    );
    expect(read('(value of purchase - spend) where stage in the name is empty')).toMatchObject({
      left: { term: { where: [{ dimension: 'stage in the name', any: [{ test: 'is empty' }] }] } },
      right: { term: { where: [{ any: [{ test: 'is empty' }] }] } },
    });
    expect(read('spend where hour is "9" where campaign status is "paused"')).toMatchObject({
      term: { where: [{ dimension: 'hour' }, { dimension: 'campaign status' }] },
    });
    expect(read('CPA - target cpa')).toMatchObject({ operator: '-', right: { kind: 'target', metric: 'cpa' } });
    expect(read('"hold to 25 %"')).toMatchObject({ kind: 'metric', name: 'Hold to 25 %' });
    expect(read('rounded (spend, 2)')).toEqual({ kind: 'call', call: 'rounded', of: [spend, number(2)] });
  });

  it('binds as one would think', () => {
    expect(read('1 + 2 * 3 - 4')).toEqual(operation(operation(number(1), '+', operation(number(2), '*', number(3))), '-', number(4)));
    expect(read('-clicks * 2')).toEqual(operation(operation(number(-1), '*', clicks), '*', number(2)));
    expect(read('when not clicks > 1 and spend > 1 or clicks = 0 then 1 otherwise 2')).toMatchObject({
      test: { operator: 'or', left: { operator: 'and', left: { kind: 'not', of: { operator: '>' } } }, right: { operator: '=' } },
    });
  });

  it('takes the outcomes that count together, as the client says which they are', () => {
    expect(read('count of outcomes that count')).toEqual(outcome('count'));
    const both = bookOf(new Vocabulary({ ...NO_OWN_WORDS, main: ['lead', 'call'] })).library.words;
    const found = readFormula('count of outcomes that count as claimed', both);
    const part = (id: string) => outcome('count', id, { countedBy: 'claims' });
    expect(found).toMatchObject({ formula: operation(part('lead'), '+', part('call')) });
    expect(readFormula('people of outcomes that count', both)).toMatchObject({ message: expect.stringContaining('name one outcome') });
  });

  it.each([
    ['spend', 'money'],
    ['spend / clicks', 'money'],
    ['clicks', 'count'],
    ['clicks / impressions', 'share'],
    ['value of purchase / spend', 'ratio'],
    ['spend / impressions * 1000', 'money'],
    ['AOV * margin - CPA', 'money'],
    ['1 / margin', 'share'],
    ['1 / clicks', 'number'],
    ['clicks / spend', 'number'],
    ['count of lead / clicks - previous (count of lead / clicks)', 'share'],
    ['share of parent (value of purchase)', 'share'],
    ['smallest of (spend, value of purchase, 10)', 'money'],
    ['spend * ROAS', 'money'],
    ['CPA / previous (CPA) - 1', 'share'],
    ['2 + 3', 'number'],
  ])('%s is told in %s', (text, unit) => expect(unitOf(text)).toBe(unit));
});

describe('a formula that means nothing', () => {
  it.each([
    ['clicks + spend', 'clicks + spend', '“clicks” is a number and “spend” is money: they cannot be added. Did you mean “clicks × CPC”?'],
    ['spend - count of lead', 'spend - count of lead', 'Did you mean “value of lead”?'],
    ['spend > clicks', 'spend > clicks', 'they cannot be compared'],
    ['clikcs / 2', 'clikcs', 'Nothing is called “clikcs”. Did you mean “clicks”?'],
    ['spend / count of purchas', 'purchas', 'No outcome is called “purchas”. Did you mean “purchase”?'],
    ['clicks-spend', 'clicks-spend', 'Did you mean “clicks − spend”?'],
    ['spend *', '*', 'Something is missing at the end.'],
    ['* spend', '*', 'Something is missing before “*”.'],
    ['spend clicks', 'clicks', 'An operator (+ − × /) is missing before “clicks”.'],
    ['(spend', '(', 'This parenthesis is not closed.'],
    ['spend)', ')', 'This parenthesis closes nothing.'],
    ['spend § 2', '§', '“§” means nothing in a formula.'],
    ['clicks > 3', 'clicks > 3', 'is so or not, which is no figure'],
    ['when clicks then 1 otherwise 2', 'clicks', 'here stands what is so or not'],
    ['when clicks > 1 then spend otherwise clicks', 'spend otherwise clicks', 'both must be of one kind'],
    ['when clicks > 1 then spend', '', '“otherwise” is missing here'],
    ['share of total (CTR)', 'CTR', 'Only what adds up can be a share of something'],
    ['share of total (people of cart)', 'people of cart', 'Only what adds up'],
    ['spend * spend', 'spend * spend', 'This comes to money × money, which nothing is told in.'],
    ['grade', 'grade', 'has an order, but is no number'],
    ['count of purchase by day', 'by', '“click date” or “sale date”'],
    ['clicks within 3 days', 'clicks', '“within” is said of outcomes'],
    ['count of lead within 3', '', '“days” is missing here'],
    ['count of lead within 1.5 days', '1.5', 'a whole number of days'],
    ['spend where devise is "phone"', 'devise', 'No dimension is called “devise”. Did you mean “Device”?'],
    ['spend where device "phone"', '"phone"', 'After “where Device” follows one of: is, is not'],
    ['spend where device is phone', 'phone', '“is” is followed by a text in quotes.'],
    ['spend where device is ""', '""', 'Say what “is” compares with.'],
    ['spend where day is "1 Oct"', 'day', 'No dimension is called “day”'],
    ['rounded (spend, 1.5)', '1.5', 'a whole number from 0 to 6'],
    ['smallest of (spend)', 'smallest of (spend)', 'needs two figures at least'],
    ['largest of (spend, clicks)', 'clicks', 'is a number, what stands before it money'],
    ['count of', 'of', 'Name an outcome after “of”.'],
    ['', '', 'Write what is to be calculated.'],
  ])('%s', (text, at, message) => {
    const [place, told] = wrong(text);
    expect([place, told]).toEqual([at, expect.stringContaining(message)]);
  });

  it('offers what may have been meant as a text for its place', () => {
    const { mends } = problem('spend / clikcs');
    expect(mends).toEqual([{ from: 8, to: 14, text: 'clicks' }]);
    expect(read('spend / clicks')).toEqual(operation(spend, '/', clicks));
    expect(problem('spend / nothing of the kind').mends).toEqual([]);
  });

  it('is told where it is too long, too deep or made of too much', () => {
    expect(wrong(`spend${' + spend'.repeat(400)}`)[1]).toContain(`at most ${MOST_CHARACTERS} characters`);
    expect(wrong(`${'('.repeat(60)}spend${')'.repeat(60)}`)[1]).toContain('More than 40 parentheses');
    expect(wrong(`${'-'.repeat(500)}spend`)[1]).toContain('More than 40');
    expect(wrong(`spend${' + clicks'.repeat(150).replaceAll('clicks', 'cpc * 2')}`)[1]).toMatch(/cannot be added|more than 500 parts/);
  });
});

const anyTerm = fc.constantFrom<Formula>(
  spend,
  clicks,
  outcome('value'),
  outcome('count', 'cart', { countedBy: 'claims', basis: 'click' }),
  outcome('people', 'sign-up', { basis: 'sale' }),
  read('refunds of purchase as the site counts'),
  read('value of lead within 7 days'),
  read('count of cart as credited by both ends over 90 days clicks only by click date'),
  read('spend where device is "phone" or "a b"'),
  read('count of lead where campaign does not contain "x" where ad is filled'),
);
/** Formulas of any form, told in nothing in particular: only what is written and read. */
const { figure: anyFigure } = fc.letrec<{ figure: Formula; test: Formula }>((tie) => {
  const figure = tie('figure');
  const two = fc.tuple(figure, figure);
  return {
    figure: fc.oneof(
      { maxDepth: 5, withCrossShrink: true },
      anyTerm,
      fc.oneof(fc.integer({ min: -50, max: 9999 }), fc.double({ min: 0.001, max: 99, noNaN: true })).map(number),
      fc.constant<Formula>({ kind: 'gap', gap: 'too little data' }),
      fc.tuple(fc.constantFrom('*', '/'), two).map(([operator, [a, b]]) => operation(a, operator, b)),
      fc.tuple(fc.constantFrom('+', '-'), figure).map(([operator, a]) => operation(a, operator, a)),
      fc.tuple(tie('test'), figure).map(([test, then]): Formula => ({ kind: 'when', test, then, otherwise: then })),
      fc
        .tuple(fc.constantFrom(...CALLS.filter((call) => call !== 'rounded')), figure)
        .map(([call, of]): Formula => ({ kind: 'call', call, of: [of, of] })),
      figure.map((of): Formula => ({ kind: 'call', call: 'rounded', of: [of, number(2)] })),
      fc
        .tuple(
          fc.constantFrom(...PLACES.slice(1)),
          anyTerm.filter((each) => !formulaText(each).startsWith('people')),
        )
        .map(([place, of]): Formula => ({ kind: 'place', place, of })),
      figure.map((of): Formula => ({ kind: 'place', place: 'previous', of })),
    ),
    test: fc.oneof(
      { maxDepth: 4 },
      fc.tuple(fc.constantFrom('<', '<=', '>', '>=', '=', '<>'), figure).map(([operator, a]) => operation(a, operator, a)),
      fc.tuple(fc.constantFrom('and', 'or'), tie('test'), tie('test')).map(([operator, a, b]) => operation(a, operator, b)),
      tie('test').map((of): Formula => ({ kind: 'not', of })),
    ),
  };
});

describe('what is written', () => {
  it('reads as what it was written from, whatever comes to nothing that is told', () => {
    let read = 0;
    fc.assert(
      fc.property(anyFigure, (formula) => {
        const text = formulaText(formula);
        const found = readFormula(text, words);
        if (!isFormulaProblem(found)) {
          read += 1;
          expect(found.formula).toEqual(formula);
        } else expect(found.message).toMatch(/nothing is told in|at most 2000|More than 40|more than 500/);
      }),
      { seed: 71, numRuns: runs(800) },
    );
    expect(read).toBeGreaterThan(runs(800) / 4);
  });

  it('reads again of every metric that is there for everybody, but for grades', () => {
    const unread = BUILT_IN_BOOK.metrics.flatMap(({ id, unit, formula }) => {
      const found = readFormula(formulaText(formula), words);
      return typeof unit === 'object' || !isFormulaProblem(found) ? [] : [[id, found.message]];
    });
    expect(unread).toEqual([]);
    expect(read('people reached in 7 days / 7')).toEqual(operation(term(BUILT_IN.measureTerm('people reached in 7 days')), '/', number(7)));
  });

  it('is a formula or a problem at a place, whatever was typed', () => {
    const token = fc.constantFrom(
      'spend',
      'clicks',
      'of',
      'count',
      '(',
      ')',
      '+',
      '-',
      '*',
      '/',
      ',',
      '>',
      'when',
      'then',
      'otherwise',
      'by',
      'click',
      'date',
      'not',
      'and',
      '"',
      '%',
      '1',
      '2.5e3',
      'previous',
      'share of total',
      'rounded',
      'margin',
      'purchase',
      '§',
      '\u{1F600}',
      ' ',
      '\n',
      "sign-up's",
    );
    const typed = fc.oneof(
      fc.string({ maxLength: 60, unit: 'binary' }),
      fc.array(token, { maxLength: 40 }).map((tokens) => tokens.join(' ')),
    );
    fc.assert(
      fc.property(typed, (text) => {
        const found = readFormula(text, words);
        if (!isFormulaProblem(found)) return;
        expect(found.message).not.toBe('');
        expect([0 <= found.from, found.from <= found.to, found.to <= text.length]).toEqual([true, true, true]);
      }),
      { seed: 72, numRuns: runs(1500) },
    );
  });
});

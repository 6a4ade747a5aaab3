import { BUILT_IN } from '../measure/vocabulary';
import { bounds, type Figure, gap, value } from '../figure/figure';
import type { ClosedTerm, Term } from '../measure/term';
import { evaluate, type Scope } from './evaluate';
import { type Arithmetic, closeFormula, type Formula, number, operation, term, termsOf } from './formula';
import { formulaText } from './write';

const [one, two, three] = [number(1), number(2), number(3)];

describe('a formula as it is written', () => {
  it.each([
    [operation(operation(one, '-', two), '-', three), '1 − 2 − 3'],
    [operation(one, '-', operation(two, '-', three)), '1 − (2 − 3)'],
    [operation(one, '/', operation(two, '*', three)), '1 / (2 × 3)'],
    [operation(operation(one, '/', two), '*', three), '1 / 2 × 3'],
    [operation(operation(one, '+', two), '*', three), '(1 + 2) × 3'],
    [operation(one, '+', operation(two, '*', three)), '1 + 2 × 3'],
  ])('keeps what belongs together: %#', (formula, text) => expect(formulaText(formula)).toBe(text));
});

const run = (formula: Formula, sum: Scope['sum']): Figure =>
  evaluate(formula, {
    sum,
    elsewhere: () => gap('not measured'),
    target: () => gap('not measured'),
    clientNumber: () => gap('not measured'),
  });

describe('a formula over sums', () => {
  const spend: Term = BUILT_IN.measureTerm('spend');
  const clicks: Term = BUILT_IN.measureTerm('clicks');
  const outcome = (part: 'count' | 'value'): Term => BUILT_IN.outcomeTerm(part, 'purchase', {});
  const of = (sums: Partial<Record<'spend' | 'clicks' | 'count' | 'value', Figure>>) => (each: ClosedTerm) =>
    sums[each.kind === 'measure' ? (each.measure.id as 'spend') : (each.part as 'count')] ?? gap('not measured');
  const ratio = (top: Term, under: Term) => operation(term(top), '/', term(under));

  it.each<[Arithmetic, number]>([
    ['+', 8],
    ['-', 4],
    ['*', 12],
    ['/', 3],
  ])('6 %s 2 is %d', (operator, result) => expect(run(operation(number(6), operator, number(2)), of({}))).toEqual(value(result)));

  it('reads each term once, in its place', () => {
    const profit = operation(operation(term(outcome('value')), '*', number(0.5)), '-', term(spend));
    expect(run(profit, of({ value: value(100), spend: value(20) }))).toEqual(value(30));
    expect(termsOf(profit)).toEqual([outcome('value'), spend]);
    expect(termsOf(operation(term(spend), '+', term(spend)))).toEqual([spend, spend]);
    expect(termsOf(number(3))).toEqual([]);
  });

  it('lets gaps and bounds through', () => {
    expect(run(ratio(spend, clicks), of({ spend: value(10), clicks: gap('no rate') }))).toEqual(gap('no rate'));
    expect(run(ratio(spend, clicks), of({ spend: bounds(10, null), clicks: value(5) }))).toEqual(bounds(2, null));
  });

  it('takes money over a count of outcomes for a cost: none yet is a bound', () => {
    const none = of({ spend: value(369), clicks: value(0), count: value(0), value: value(0) });
    expect(run(ratio(spend, outcome('count')), none)).toEqual(bounds(100, null));
    // Anything else over nothing is nothing to divide by.
    const nine = { spend: value(9), clicks: value(9), count: value(9), value: value(9) };
    for (const [top, under, zero] of [
      [spend, clicks, { clicks: value(0) }],
      [spend, outcome('value'), { value: value(0) }],
      [clicks, outcome('count'), { count: value(0) }],
      [outcome('value'), outcome('count'), { count: value(0) }],
    ] as const)
      expect(run(ratio(top, under), of({ ...nine, ...zero }))).toEqual(gap('nothing to divide by'));
    expect(run(operation(term(spend), '/', operation(term(outcome('count')), '*', number(1))), none)).toEqual(gap('nothing to divide by'));
    expect(run(operation(operation(term(spend), '*', number(1)), '/', term(outcome('count'))), none)).toEqual(gap('nothing to divide by'));
    expect(run(operation(number(369), '/', term(outcome('count'))), none)).toEqual(gap('nothing to divide by'));
  });

  it('is closed everywhere: who counts, on which day', () => {
    const counting = { countedBy: 'claims', basis: 'click' } as const;
    const closed = { ...outcome('count'), ...counting };
    expect(closeFormula(ratio(spend, outcome('count')), counting)).toEqual(ratio(spend, closed as Term));
    expect(closeFormula(number(2), counting)).toEqual(number(2));
    expect(closeFormula(operation(term(outcome('count')), '-', number(1)), counting)).toEqual(
      operation(term(closed as Term), '-', number(1)),
    );
  });

  it('is written in the words of its terms', () => {
    expect(formulaText(ratio(spend, clicks))).toBe('spend / clicks');
    expect(formulaText(ratio(spend, clicks), (each) => (each === spend ? '10' : '5'))).toBe('10 / 5');
  });
});

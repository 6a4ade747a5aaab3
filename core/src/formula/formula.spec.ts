import { formulaText, number, operation } from './formula';

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

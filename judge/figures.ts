/** One measured figure with the bar it is held against. */
export interface Figure {
  readonly name: string;
  readonly value: number;
  /** At least this; null for figures told without a bar. */
  readonly bar: number | null;
  readonly unit: '%' | '' | 'a day';
}

export const holds = ({ value, bar }: Figure): boolean => bar === null || value >= bar;

/** "gain …   61 %   at least 0 %   holds": one line a figure. */
export function line(figure: Figure): string {
  const write = (amount: number): string =>
    figure.unit === '%'
      ? `${(amount * 100).toFixed(0)} %`
      : `${amount.toFixed(figure.unit === '' ? 0 : 1)}${figure.unit === '' ? '' : ` ${figure.unit}`}`;
  const bar = figure.bar === null ? '' : `at least ${write(figure.bar)}`;
  const verdict = figure.bar === null ? '' : holds(figure) ? 'holds' : 'short';
  return [figure.name.padEnd(66), write(figure.value).padStart(12), bar.padStart(18), verdict.padStart(7)].join(' ').trimEnd();
}

import type { Figure, Gap } from './figure';

/** What a number stands for; decides how it is written. */
export const UNITS = ['money', 'count', 'share', 'ratio', 'number', 'seconds'] as const;
/** A number is the place of a grade among these, the best first, from 1. */
export interface Grades {
  readonly grades: readonly string[];
}
export type Unit = (typeof UNITS)[number] | Grades;

export interface Style {
  /** BCP 47 tag, for example "en-GB". */
  readonly locale: string;
  /** ISO 4217 code, for example "GBP". */
  readonly currency: string;
}

/** The quiet sign that stands in a cell for each gap; its words are in `gapWords`. */
const GAP_SIGN: Record<Gap, string> = {
  'not measured': '·',
  'no rate': '¤',
  'not additive': '∅',
  'nothing to divide by': '–',
  'too little data': '…',
};

export interface FigureText {
  /** What the cell shows. */
  readonly text: string;
  /** What a screen reader says and a hover shows. */
  readonly spoken: string;
}

/** Turns a figure into text, with as many decimals as `digits` says, or as are usual. The one place where a number becomes words, on screen and in exports. */
export function figureText(figure: Figure, unit: Unit, style: Style, digits?: number): FigureText {
  const plain = plainText(figure, unit, style, digits);
  if (figure.coverage === undefined) return plain;
  const share = formatNumber(Math.floor(figure.coverage * 100) / 100, 'share', style, 0);
  return { text: plain.text, spoken: `${plain.spoken}, covers ${share} of spend` };
}

function plainText(figure: Figure, unit: Unit, style: Style, digits: number | undefined): FigureText {
  switch (figure.kind) {
    case 'gap':
      return { text: GAP_SIGN[figure.gap], spoken: figure.gap };
    case 'value': {
      const text = formatNumber(figure.value, unit, style, digits);
      return { text, spoken: text };
    }
    case 'bounds': {
      const low = figure.low === null ? null : formatNumber(figure.low, unit, style, digits);
      const high = figure.high === null ? null : formatNumber(figure.high, unit, style, digits);
      if (low !== null && high !== null) return { text: `${low} to ${high}`, spoken: `between ${low} and ${high}` };
      if (low !== null) return { text: `> ${low}`, spoken: `more than ${low}` };
      return { text: `≤ ${high ?? ''}`, spoken: `at most ${high ?? ''}` };
    }
  }
}

const formats = new Map<string, Intl.NumberFormat>();

/** Formats a number of one unit. `digits` overrides the number of decimals. */
export function formatNumber(number: number, unit: Unit, style: Style, digits?: number): string {
  if (typeof unit === 'object') return unit.grades[Math.round(number) - 1] ?? String(number);
  if (unit === 'seconds') return duration(number, style);
  const decimals = digits ?? decimalsFor(number, unit);
  const key = `${style.locale} ${style.currency} ${unit} ${decimals}`;
  let format = formats.get(key);
  if (!format) {
    const isMoney = unit === 'money' && /^[A-Z]{3}$/i.test(style.currency);
    format = new Intl.NumberFormat(style.locale, {
      ...(isMoney ? { style: 'currency', currency: style.currency, currencyDisplay: 'narrowSymbol' } : {}),
      ...(unit === 'share' ? { style: 'percent' } : {}),
      minimumFractionDigits: decimals,
      maximumFractionDigits: decimals,
    });
    formats.set(key, format);
  }
  return format.format(number).replace('-', '−');
}

/** A number of things, in the singular where there is one: "1 row", "2,127 rows". */
export function quantity(number: number, one: string, many: string, style: Style): string {
  return `${formatNumber(number, 'count', style)} ${number === 1 ? one : many}`;
}

/** “8.4 s”, “48 s”, “2:05 min”, “3.5 h”, “1,682 h”. */
function duration(seconds: number, style: Style): string {
  if (Math.abs(seconds) < 60) return `${formatNumber(seconds, 'number', style, Math.abs(seconds) < 10 ? 1 : 0)} s`;
  const hours = seconds / 3600;
  if (Math.abs(hours) >= 1) return `${formatNumber(hours, 'number', style, Math.abs(hours) < 100 ? 1 : 0)} h`;
  const whole = Math.round(Math.abs(seconds));
  const sign = seconds < 0 ? '−' : '';
  return `${sign}${formatNumber(Math.floor(whole / 60), 'count', style)}:${String(whole % 60).padStart(2, '0')} min`;
}

function decimalsFor(number: number, unit: (typeof UNITS)[number]): number {
  switch (unit) {
    case 'money':
      // Of a few cents the third digit tells one from another.
      return Math.abs(number) >= 1000 ? 0 : Math.abs(number) < 0.1 && number !== 0 ? 3 : 2;
    case 'count':
      return Number.isInteger(number) ? 0 : 1;
    case 'share':
      return Math.abs(number) < 0.1 ? 2 : 1;
    case 'ratio':
      return 2;
    case 'number':
    case 'seconds':
      return Number.isInteger(number) ? 0 : 2;
  }
}

/** A change as a signed share: "+12.5 %" or "−3 %". */
export function changeText(figure: Figure, style: Style): FigureText {
  if (figure.kind !== 'value') return { text: '', spoken: figure.kind === 'gap' ? figure.gap : 'not certain' };
  const decimals = Math.abs(figure.value) < 0.1 ? 1 : 0;
  const key = `${style.locale} change ${decimals}`;
  const format =
    formats.get(key) ??
    new Intl.NumberFormat(style.locale, { style: 'percent', signDisplay: 'exceptZero', maximumFractionDigits: decimals });
  formats.set(key, format);
  const text = format.format(figure.value).replace('-', '−');
  return { text, spoken: `${text} against the comparison period` };
}

/** A change as a signed amount: "+£12.50", "−3"; of shares in points: "+0.50 points". Empty where one of the two is not known. */
export function changeAmountText(now: Figure, before: Figure, unit: Unit, style: Style): string {
  if (now.kind !== 'value' || before.kind !== 'value' || typeof unit === 'object') return '';
  const change = now.value - before.value;
  const text = unit === 'share' ? `${formatNumber(change * 100, 'number', style, 2)} points` : formatNumber(change, unit, style);
  return change > 0 ? `+${text}` : text;
}

import { type DayRange, type Figure, type Metric, type PictureKind, rangeText, type Style, type UnusualDay, value } from '@lens/core';
import type { Lines } from '../lines';
import type { Promised } from '../target-line';
import { type Behind, behindLines } from './behind';
import { type Happening, marksOf } from './happenings';
import { spoken } from './picture-data';

/** Pictures over days. */
export type TimeKind = 'line' | 'stacked' | 'multiples' | 'figure';

/** One metric of some members over days or weeks, with what happened on them. */
export interface TimeAnswer {
  readonly kind: TimeKind;
  readonly metric: Metric;
  readonly style: Style;
  readonly buckets: readonly DayRange[];
  readonly settled: number;
  readonly lines: readonly {
    readonly key: string;
    readonly name: string;
    readonly figures: readonly Figure[];
    readonly unusual: readonly UnusualDay[];
  }[];
  readonly target: Promised | null;
  readonly happenings: readonly Happening[];
}

/** One picture over days, and whose lines are in it. */
export interface TimePicture {
  readonly title: string;
  readonly summary: string;
  readonly keys: readonly string[];
  readonly lines: Lines;
  readonly behind: Behind;
}

const [MOST_LINES, MOST_MULTIPLES] = [7, 12];

/** How many members a picture over days has room for. */
export const mostMembers = (kind: PictureKind): number => (kind === 'multiples' ? MOST_MULTIPLES : MOST_LINES);

/** The pictures of an answer over days: one of all its lines, or a small one each. */
export function timePictures({ kind, metric, style, buckets, settled, lines, target, happenings }: TimeAnswer): TimePicture[] {
  const plain = {
    labels: buckets.map((bucket) => rangeText(bucket, style.locale)),
    write: spoken(metric, style),
    places: typeof metric.unit === 'object' ? metric.unit.grades.length : null,
    settled,
    target: kind === 'stacked' ? null : target,
    isStacked: kind === 'stacked',
    isSmall: kind === 'figure',
    among: lines.map(({ key }) => key),
  };
  const apart = new Intl.NumberFormat(style.locale, { maximumFractionDigits: 1, signDisplay: 'exceptZero' });
  const usualWords = ({ usual, z }: UnusualDay): string =>
    `unlike such days, usually about ${plain.write(value(metric.unit === 'count' ? Math.round(usual) : usual))} (z ${apart.format(z).replace('-', '−')})`;
  const steps = buckets.some(({ from, to }) => to > from) ? 'weeks' : 'days';
  const picture = (own: TimeAnswer['lines'], of: string): TimePicture => {
    const names = own.map(({ name }) => name);
    const told = own.map((line) => ({
      ...line,
      unusual: line.unusual.map((day) => ({ at: day.at, words: usualWords(day) })),
    }));
    const drawn: Lines = { ...plain, lines: told, marks: marksOf(happenings, buckets, names, style) };
    return {
      title: of,
      keys: own.map(({ key }) => key),
      lines: drawn,
      behind: behindLines(drawn),
      summary: `${metric.label} of ${of} over ${buckets.length} ${steps}`,
    };
  };
  return kind === 'multiples' ? lines.map((line) => picture([line], line.name)) : [picture(lines, `${lines.length} members`)];
}

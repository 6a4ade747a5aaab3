import type { WireFinding } from '@lens/contract';
import { gap, figureText, rangeText, type Style, value } from '@lens/core';
import { type Drawn, linesConfig, PLAIN_LINES } from '@lens/draw';
import { readCompare, writeCompare } from '../compare/compare-state';
import { type QueryValues, writeRange } from '../data/address';
import { stakeText } from './stake-text';

/** A finding beside the target as it is shown. */
export interface OtherView {
  readonly finding: WireFinding;
  /** “Campaign · Harbor Search”. */
  readonly where: string;
  /** Money at stake; empty where none can be told. */
  readonly stake: string;
  /** Where the figures behind it are, and what the way there is called. */
  readonly link: { readonly path: string; readonly query: QueryValues; readonly label: string };
  readonly drawn: Drawn | null;
  /** Signed parts as bars from a middle, places in hundredths; null where there are none. */
  readonly bars: readonly Bar[] | null;
}

interface Bar {
  readonly name: string;
  readonly text: string;
  readonly isDown: boolean;
  readonly left: number;
  readonly width: number;
}

export function otherView(finding: WireFinding, style: Style): OtherView {
  const { about, money, picture } = finding;
  return {
    finding,
    where: [about.kind, ...about.path].join(' · '),
    stake: stakeText(money, style),
    link: linkOf(finding),
    drawn: picture?.kind === 'days' ? daysDrawn(picture, style) : null,
    bars: picture?.kind === 'parts' ? barsOf(picture) : null,
  };
}

function linkOf({ rows }: WireFinding): OtherView['link'] {
  const period = writeRange(rows.period);
  switch (rows.screen) {
    case 'compare': {
      const state = { ...readCompare(() => null), rows: rows.rows, where: rows.where, chartMetric: rows.metric };
      return { path: '/compare', query: { ask: null, ...writeCompare(state), period }, label: 'The figures behind it' };
    }
    case 'claims':
      return { path: '/attribution', query: { tab: 'claims', show: rows.show, period }, label: 'Order by order' };
    case 'targets':
      return { path: '/targets', query: {}, label: 'Targets and budgets' };
  }
}

type PartsPicture = Extract<NonNullable<WireFinding['picture']>, { kind: 'parts' }>;
const MIDDLE = 50;

function barsOf({ parts }: PartsPicture): Bar[] {
  const most = Math.max(...parts.map(({ amount }) => Math.abs(amount)), Number.EPSILON);
  return parts.map(({ name, text, amount }) => {
    const width = (MIDDLE * Math.abs(amount)) / most;
    return { name, text, isDown: amount < 0, left: amount < 0 ? MIDDLE - width : MIDDLE, width };
  });
}

type DaysPicture = Extract<NonNullable<WireFinding['picture']>, { kind: 'days' }>;

/** Day by day with what is usual; the days that are meant are marked. */
function daysDrawn({ unit, from, values, usual, marked }: DaysPicture, style: Style): Drawn {
  const figures = (numbers: DaysPicture['values']) => numbers.map((each) => (each === null ? gap('not measured') : value(each)));
  const isMarked = (at: number): boolean => marked.some((days) => from + at >= days.from && from + at <= days.to);
  const dayOf = (at: number): string => rangeText({ from: from + at, to: from + at }, style.locale);
  return (theme) =>
    linesConfig(
      {
        ...PLAIN_LINES,
        labels: values.map((_, at) => dayOf(at)),
        lines: [
          {
            key: 'values',
            name: 'that day',
            figures: figures(values),
            unusual: values.flatMap((each, at) => (each !== null && isMarked(at) ? [{ at, words: '' }] : [])),
          },
          { key: 'usual', name: 'usual', figures: figures(usual), unusual: [] },
        ],
        write: (figure) => figureText(figure, unit, style).text,
      },
      theme,
    );
}

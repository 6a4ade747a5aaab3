import type { WireFinding } from '@lens/contract';
import { type Figure, figureText, gap, rangeText, type Style, value } from '@lens/core';
import { type Drawn, heatConfig, linesConfig, PLAIN_LINES } from '@lens/draw';

type Picture = NonNullable<WireFinding['picture']>;
type Of<Kind extends Picture['kind']> = Extract<Picture, { kind: Kind }>;

/** What is drawn beside a finding, ready for the screen. */
export type PictureView =
  | { readonly kind: 'drawn'; readonly title: string; readonly shown: string; readonly height: number; readonly drawn: Drawn }
  /** Signed parts as bars from a middle, places in hundredths. */
  | { readonly kind: 'bars'; readonly title: string; readonly shown: string; readonly bars: readonly Bar[] }
  | {
      readonly kind: 'table';
      readonly title: string;
      readonly shown: string;
      readonly heads: readonly Cell[];
      readonly rows: readonly (readonly Cell[])[];
    };

interface Bar {
  readonly name: string;
  readonly text: string;
  readonly isDown: boolean;
  readonly left: number;
  readonly width: number;
}

/** A cell of a table: words stand left and wrap, figures right. */
interface Cell {
  readonly text: string;
  readonly isWords: boolean;
}

/** A line of a grid, and the room for its labels, in pixels. */
const [LINE, LABELS] = [20, 34];

/** `shown` says what of the finding the picture shows, for the button that opens it. */
export function pictureView(picture: Picture, style: Style): PictureView {
  const { title } = picture;
  switch (picture.kind) {
    case 'days':
      return { kind: 'drawn', title, shown: 'the days', height: 150, drawn: daysDrawn(picture, style) };
    case 'grid':
      return { kind: 'drawn', title, shown: 'the grid', height: LINE * picture.rows.length + LABELS, drawn: gridDrawn(picture, style) };
    case 'parts':
      return { kind: 'bars', title, shown: 'the parts', bars: barsOf(picture) };
    case 'table': {
      const cells = (texts: readonly string[]): Cell[] =>
        texts.map((text, at) => ({ text, isWords: at === 0 || (picture.words ?? []).includes(at) }));
      return { kind: 'table', title, shown: 'which', heads: cells(picture.heads), rows: picture.rows.map(cells) };
    }
  }
}

const figureOf = (number: number | null): Figure => (number === null ? gap('not measured') : value(number));

/** Darker for more of the largest; what is not measured stays empty. */
function gridDrawn({ unit, rows, columns, cells, marked }: Of<'grid'>, style: Style): Drawn {
  const most = Math.max(Number.EPSILON, ...cells.flat().map((each) => each ?? 0));
  const shaded = cells.map((own) =>
    own.map((each) => ({ figure: figureOf(each), share: each === null ? null : Math.max(0, each) / most })),
  );
  return (theme) =>
    heatConfig(
      { rows, columns, cells: shaded, ...(marked ? { marked } : {}), write: (figure) => figureText(figure, unit, style).spoken },
      theme,
    );
}

const MIDDLE = 50;

function barsOf({ parts }: Of<'parts'>): Bar[] {
  const most = Math.max(...parts.map(({ amount }) => Math.abs(amount)), Number.EPSILON);
  return parts.map(({ name, text, amount }) => {
    const width = (MIDDLE * Math.abs(amount)) / most;
    return { name, text, isDown: amount < 0, left: amount < 0 ? MIDDLE - width : MIDDLE, width };
  });
}

/** Day by day with what is usual; the days that are meant are marked. */
function daysDrawn({ unit, from, values, usual, marked }: Of<'days'>, style: Style): Drawn {
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
            figures: values.map(figureOf),
            unusual: values.flatMap((each, at) => (each !== null && isMarked(at) ? [{ at, words: '' }] : [])),
          },
          { key: 'usual', name: 'usual', figures: usual.map(figureOf), unusual: [] },
        ],
        write: (figure) => figureText(figure, unit, style).text,
      },
      theme,
    );
}

import { type Figure, value } from '@lens/core';
import type { ChartConfiguration, ChartDataset, Plugin } from 'chart.js';
import { DASHES, faint, placesOf } from './colours';
import { heightOf, rangeOf } from './heights';
import { drawPromised, type Promised } from './target-line';
import type { Theme } from './theme';

export interface Line {
  /** Keeps its colour by this. */
  readonly key: string;
  readonly name: string;
  readonly figures: readonly Figure[];
  /** What is unlike what is usual, by the place of the label, in words. */
  readonly unusual: readonly { readonly at: number; readonly words: string }[];
}

/** Something that happened at one of the labels, told beside the figures there. */
export interface Mark {
  readonly at: number;
  readonly lines: readonly string[];
}

/** Lines over time, or bars of them on top of each other. */
export interface Lines {
  readonly labels: readonly string[];
  readonly lines: readonly Line[];
  /** Turns a figure into words. */
  readonly write: (figure: Figure) => string;
  /** Of places in an order (grades) how many there are: the first is drawn on top, and nothing lies between or beyond them. */
  readonly places: number | null;
  readonly marks: readonly Mark[];
  /** Of how many of the labels, from the first, the figures stay; those after them lie on shaded ground. */
  readonly settled: number;
  readonly target: Promised | null;
  readonly isStacked: boolean;
  /** Keys beside which these keep their colours: those drawn in other pictures next to this one. */
  readonly among: readonly string[];
  /** Without axes and legend: a trend beside a figure. */
  readonly isSmall: boolean;
}

/** Lines with nothing beside them. */
export const PLAIN_LINES = {
  places: null,
  marks: [],
  among: [],
  settled: Infinity,
  target: null,
  isStacked: false,
  isSmall: false,
} as const;

type Kind = 'line' | 'bar';

/**
 * Lines over time. A gap breaks its line; bounds are drawn at their closed side as a triangle that points to the open
 * one, and as a stroke where both sides are known.
 */
export function linesConfig(of: Lines, theme: Theme): ChartConfiguration<Kind, (number | null)[]> {
  const places = colourPlaces(of);
  return {
    type: of.isStacked ? 'bar' : 'line',
    data: { labels: [...of.labels], datasets: of.lines.map((line, at) => dataset(of, line, theme, places[at] ?? 0, at)) },
    options: {
      animation: false,
      maintainAspectRatio: false,
      font: { family: theme.font },
      interaction: { mode: 'index', intersect: false },
      scales: scalesOf(of, theme),
      plugins: {
        legend: {
          display: !of.isSmall && of.lines.length > 1,
          position: 'right',
          align: 'start',
          labels: { color: theme.ink, boxWidth: 18, boxHeight: of.isStacked ? 9 : 1, font: { family: theme.font } },
        },
        tooltip: {
          callbacks: {
            label: ({ dataset: { label = '' }, datasetIndex, dataIndex }) => `${label}: ${wordsAt(of, datasetIndex, dataIndex)}`,
            footer: ([item]) => (item ? notesAt(of, item.dataIndex) : []),
          },
          footerFont: { weight: 'normal' },
        },
      },
    },
    plugins: [ground(of, theme), ranges(of, theme), unusual(of, theme), promise(of, theme)],
  };
}

function colourPlaces({ lines, among }: Pick<Lines, 'lines' | 'among'>): number[] {
  const keys = [...new Set([...among, ...lines.map(({ key }) => key)])];
  const places = placesOf(keys);
  return lines.map(({ key }) => places[keys.indexOf(key)] ?? 0);
}

function dataset(of: Lines, { name, figures }: Line, theme: Theme, place: number, at: number): ChartDataset<Kind, (number | null)[]> {
  const colour = theme.colours[place] ?? theme.ink;
  const plain = { label: name, data: figures.map(heightOf), borderColor: colour };
  if (of.isStacked)
    return {
      ...plain,
      backgroundColor: figures.map((_, label) => faint(colour, label >= of.settled ? 0.4 : 0.85)),
      borderWidth: 0,
      stack: 'all',
    };
  return {
    ...plain,
    type: 'line',
    backgroundColor: colour,
    borderDash: [...(DASHES[Math.floor(at / theme.colours.length) % DASHES.length] ?? [])],
    borderWidth: of.isSmall ? 1.4 : 1.8,
    pointRadius: figures.map((figure) => (of.isSmall ? 0 : figure.kind === 'bounds' ? 4 : figures.length > 40 ? 0 : 1.8)),
    pointStyle: figures.map((figure) => (figure.kind === 'bounds' ? ('triangle' as const) : ('circle' as const))),
    pointRotation: figures.map((figure) => (figure.kind === 'bounds' && figure.low === null ? 180 : 0)),
    spanGaps: false,
    // Points on the edge are drawn whole.
    clip: 8,
  };
}

const wordsAt = ({ lines, write }: Lines, line: number, at: number): string => {
  const figure = lines[line]?.figures[at];
  return figure ? write(figure) : '';
};

/** What is told beside the figures of a label. */
export const notesAt = ({ lines, marks, settled }: Lines, at: number): string[] => [
  ...(at >= settled ? ['sales are still arriving'] : []),
  ...lines.flatMap(({ name, unusual }) => unusual.filter((day) => day.at === at).map(({ words }) => `${name}: ${words}`)),
  ...marks.filter((mark) => mark.at === at).flatMap((mark) => mark.lines),
];

function scalesOf({ places, write, isSmall, isStacked, target }: Lines, { ink, quiet, font }: Theme) {
  return {
    x: {
      display: !isSmall,
      stacked: isStacked,
      grid: { display: false },
      ticks: { color: ink, maxRotation: 0, autoSkipPadding: 24, font: { family: font } },
    },
    y: {
      display: !isSmall,
      stacked: isStacked,
      ...(places === null ? { beginAtZero: !isSmall, suggestedMax: target?.value } : { min: 1, max: Math.max(2, places), reverse: true }),
      ticks: {
        color: ink,
        font: { family: font },
        callback: (height: string | number) => write(value(Number(height))),
        ...(places === null ? { maxTicksLimit: 5 } : { stepSize: 1, autoSkip: true }),
      },
      grid: { color: quiet },
    },
  };
}

/** Behind the lines: ground for what is still arriving, and a line with a foot where something happened. */
function ground({ labels, marks, settled }: Lines, { quiet, ink }: Theme): Plugin<Kind> {
  return {
    id: 'ground',
    beforeDatasetsDraw: ({ ctx, chartArea: { top, bottom, left, right }, scales: { x } }) => {
      if (!x) return;
      const half = labels.length > 1 ? (x.getPixelForValue(1) - x.getPixelForValue(0)) / 2 : right - left;
      ctx.save();
      ctx.fillStyle = ctx.strokeStyle = quiet;
      if (settled < labels.length) {
        const from = Math.max(left, x.getPixelForValue(settled) - half);
        ctx.fillRect(from, top, right - from, bottom - top);
      }
      ctx.setLineDash([3, 3]);
      for (const { at } of marks) {
        const across = x.getPixelForValue(at);
        ctx.beginPath();
        ctx.moveTo(across, top);
        ctx.lineTo(across, bottom);
        ctx.stroke();
      }
      ctx.fillStyle = ink;
      for (const { at } of marks) ctx.fillRect(x.getPixelForValue(at) - 3, bottom - 6, 6, 6);
      ctx.restore();
    },
  };
}

/** Between which a figure lies that is known from both sides. */
function ranges(of: Lines, { colours, ink }: Theme): Plugin<Kind> {
  const places = colourPlaces(of);
  return {
    id: 'ranges',
    afterDatasetsDraw: ({ ctx, scales: { x, y } }) => {
      if (!x || !y || of.isStacked) return;
      ctx.save();
      ctx.lineWidth = 1.4;
      for (const [nth, { figures }] of of.lines.entries()) {
        ctx.strokeStyle = colours[places[nth] ?? 0] ?? ink;
        for (const [at, figure] of figures.entries()) {
          const range = rangeOf(figure);
          if (!range) continue;
          ctx.beginPath();
          ctx.moveTo(x.getPixelForValue(at), y.getPixelForValue(range[0]));
          ctx.lineTo(x.getPixelForValue(at), y.getPixelForValue(range[1]));
          ctx.stroke();
        }
      }
      ctx.restore();
    },
  };
}

const RING = 5;

/** A ring around what is unlike what is usual. */
function unusual({ lines }: Lines, { ink }: Theme): Plugin<Kind> {
  return {
    id: 'unusual',
    afterDatasetsDraw: (chart) => {
      const { ctx } = chart;
      ctx.save();
      ctx.lineWidth = 1.6;
      ctx.strokeStyle = ink;
      for (const [nth, { unusual: days }] of lines.entries())
        for (const { at } of days) {
          const drawn = chart.getDatasetMeta(nth).data[at];
          if (!drawn) continue;
          ctx.beginPath();
          ctx.arc(drawn.x, drawn.y, RING, 0, 2 * Math.PI);
          ctx.stroke();
        }
      ctx.restore();
    },
  };
}

function promise({ target }: Lines, theme: Theme): Plugin<Kind> {
  return {
    id: 'promise',
    afterDatasetsDraw: ({ ctx, chartArea, scales: { y } }) => {
      if (target && y) drawPromised(ctx, chartArea, y.getPixelForValue(target.value), target.text, theme);
    },
  };
}

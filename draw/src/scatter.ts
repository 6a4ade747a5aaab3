import { type Figure, value } from '@lens/core';
import type { ChartConfiguration, Plugin } from 'chart.js';
import { faint, placesOf } from './colours';
import { drawPromised, type Promised } from './target-line';
import type { Theme } from './theme';

export interface Point {
  readonly key: string;
  readonly name: string;
  readonly x: number;
  readonly y: number;
  /** From 0 to 1, of the largest. */
  readonly size: number;
  readonly words: string;
}

/** Members by two figures, as large as a third. */
export interface Scatter {
  readonly points: readonly Point[];
  readonly across: { readonly label: string; readonly write: (figure: Figure) => string };
  readonly up: { readonly label: string; readonly write: (figure: Figure) => string };
  readonly target: Promised | null;
}

const RADIUS = { least: 4, most: 18 };
/** More names than these hide each other. */
const MOST_NAMES = 12;

/** Points whose area is what they are large of, the largest named, with a line where the target lies. */
export function scatterConfig(of: Scatter, theme: Theme): ChartConfiguration<'bubble'> {
  const places = placesOf(of.points.map(({ key }) => key));
  const colours = places.map((place) => theme.colours[place] ?? theme.ink);
  const font = { family: theme.font };
  const axis = ({ label, write }: Scatter['up']) => ({
    beginAtZero: true,
    title: { display: true, text: label, color: theme.inkSoft, font },
    ticks: { color: theme.ink, font, maxTicksLimit: 6, callback: (at: string | number) => write(value(Number(at))) },
    grid: { color: theme.quiet },
  });
  return {
    type: 'bubble',
    data: {
      datasets: [
        {
          data: of.points.map(({ x, y, size }) => ({ x, y, r: RADIUS.least + (RADIUS.most - RADIUS.least) * Math.sqrt(size) })),
          backgroundColor: colours.map((colour) => faint(colour, 0.55)),
          borderColor: colours,
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      layout: { padding: { right: 24, top: 10 } },
      scales: { x: axis(of.across), y: { ...axis(of.up), suggestedMax: of.target?.value } },
      plugins: {
        legend: { display: false },
        tooltip: { callbacks: { label: ({ dataIndex }) => of.points[dataIndex]?.words ?? '' } },
      },
    },
    plugins: [names(of, theme)],
  };
}

interface Box {
  readonly from: number;
  readonly to: number;
  readonly height: number;
}

const LINE = 13;
const lieOnEachOther = (a: Box, b: Box): boolean => a.from < b.to && b.from < a.to && Math.abs(a.height - b.height) < LINE;

/** The names of the largest, and the line of the target. */
function names({ points, target }: Scatter, theme: Theme): Plugin<'bubble'> {
  const named = [...points].toSorted((a, b) => b.size - a.size).slice(0, MOST_NAMES);
  return {
    id: 'names',
    afterDatasetsDraw: ({ ctx, chartArea: { left, right }, scales: { x, y } }) => {
      if (!x || !y) return;
      ctx.save();
      ctx.font = `11.5px ${theme.font}`;
      ctx.fillStyle = theme.ink;
      const written: Box[] = [];
      for (const { name, x: across, y: up } of named) {
        const [at, height] = [x.getPixelForValue(across), y.getPixelForValue(up) - 8];
        const text = name.length > 26 ? `${name.slice(0, 25)}…` : name;
        const { width } = ctx.measureText(text);
        const from = at > (left + right) / 2 ? at - 8 - width : at + 8;
        const box = { from, to: from + width, height };
        // What would lie on another name is told on hover alone.
        if (written.some((other) => lieOnEachOther(box, other))) continue;
        written.push(box);
        ctx.fillText(text, from, height);
      }
      ctx.restore();
      if (target) drawPromised(ctx, { left, right }, y.getPixelForValue(target.value), target.text, theme);
    },
  };
}

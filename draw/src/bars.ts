import { type Figure, value } from '@lens/core';
import type { ChartConfiguration, Plugin } from 'chart.js';
import { faint, placesOf } from './colours';
import { heightOf, rangeOf } from './heights';
import type { Promised } from './target-line';
import type { Theme } from './theme';

export interface Bar {
  readonly key: string;
  readonly name: string;
  readonly now: Figure;
  /** What it was in the days compared with; null where nothing is compared. */
  readonly before: Figure | null;
}

/** One figure of each member, lying. */
export interface Bars {
  readonly bars: readonly Bar[];
  /** Turns a figure into words, and into the few signs of a cell. */
  readonly write: (figure: Figure) => string;
  readonly brief: (figure: Figure) => string;
  readonly target: Promised | null;
  /** Days and the like are told apart by their order, not by colour. */
  readonly isOneColour: boolean;
}

type Data = (number | readonly [number, number] | null)[];

/** Lying bars with their figures behind them: what is certain of bounds is full, up to where it may reach is faint; what was before is a tick. */
export function barsConfig(of: Bars, theme: Theme): ChartConfiguration<'bar', Data> {
  const places = placesOf(of.bars.map(({ key }) => key));
  const colours = places.map((place) => faint((of.isOneColour ? theme.colours[0] : theme.colours[place]) ?? theme.ink, 0.85));
  const font = { family: theme.font };
  return {
    type: 'bar',
    data: {
      labels: of.bars.map(({ name }) => name),
      datasets: [
        { label: 'now', data: of.bars.map(({ now }) => heightOf(now)), backgroundColor: colours, barPercentage: 0.7, grouped: false },
        {
          label: 'up to',
          data: of.bars.map(({ now }) => rangeOf(now)),
          backgroundColor: colours.map((colour) => colour.replace(/[\d.]+\)$/, '0.3)')),
          barPercentage: 0.7,
          grouped: false,
        },
      ],
    },
    options: {
      indexAxis: 'y',
      animation: false,
      maintainAspectRatio: false,
      // Room for the figure behind the longest bar.
      layout: { padding: { right: 86 } },
      scales: {
        x: {
          beginAtZero: true,
          // What was before and what was promised are inside too.
          suggestedMax: Math.max(...of.bars.map(({ before }) => heightOf(before ?? undefined) ?? 0), of.target?.value ?? 0) || undefined,
          ticks: { color: theme.ink, font, maxTicksLimit: 5, callback: (at) => of.brief(value(Number(at))) },
          grid: { color: theme.quiet },
        },
        y: {
          grid: { display: false },
          ticks: { color: theme.ink, font, autoSkip: false, callback: (at) => short(of.bars[Number(at)]?.name ?? '') },
        },
      },
      plugins: {
        legend: { display: false },
        tooltip: { filter: ({ datasetIndex }) => datasetIndex === 0, callbacks: { label: ({ dataIndex }) => wordsOf(of, dataIndex) } },
      },
    },
    plugins: [figures(of, theme)],
  };
}

const MOST_SIGNS = 34;
const short = (name: string): string => (name.length > MOST_SIGNS ? `${name.slice(0, MOST_SIGNS - 1)}…` : name);

function wordsOf({ bars, write }: Bars, at: number): string {
  const bar = bars[at];
  if (!bar) return '';
  return bar.before ? `${write(bar.now)}, before ${write(bar.before)}` : write(bar.now);
}

/** Behind each bar its figure, on it a tick where it was before, and across all of them what was promised. */
function figures({ bars, brief, target }: Bars, { ink, inkSoft, misses, font }: Theme): Plugin<'bar'> {
  return {
    id: 'figures',
    afterDatasetsDraw: ({ ctx, chartArea: { top, bottom }, scales: { x, y } }) => {
      if (!x || !y) return;
      const step = bars.length > 1 ? y.getPixelForValue(1) - y.getPixelForValue(0) : bottom - top;
      ctx.save();
      ctx.font = `12px ${font}`;
      ctx.textBaseline = 'middle';
      for (const [at, { now, before }] of bars.entries()) {
        const middle = y.getPixelForValue(at);
        const was = before && heightOf(before);
        const end = Math.max(heightOf(now) ?? 0, rangeOf(now)?.[1] ?? 0, was ?? 0);
        ctx.fillStyle = now.kind === 'gap' ? inkSoft : ink;
        ctx.fillText(brief(now), x.getPixelForValue(end) + 6, middle);
        if (was !== null) ctx.fillRect(x.getPixelForValue(was) - 1, middle - step * 0.35, 2, step * 0.7);
      }
      if (target) {
        ctx.strokeStyle = ctx.fillStyle = misses;
        ctx.setLineDash([5, 4]);
        ctx.beginPath();
        ctx.moveTo(x.getPixelForValue(target.value), top);
        ctx.lineTo(x.getPixelForValue(target.value), bottom);
        ctx.stroke();
        ctx.textBaseline = 'bottom';
        ctx.fillText(target.text, x.getPixelForValue(target.value) + 4, top + 12);
      }
      ctx.restore();
    },
  };
}

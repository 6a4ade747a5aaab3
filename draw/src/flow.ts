import type { ChartConfiguration } from 'chart.js';
import type { SankeyDataPoint } from 'chartjs-chart-sankey';
import { placesOf } from './colours';
import type { Theme } from './theme';

/** Amounts that run from stop to stop. */
export interface Flow {
  /** `of` is whom a stop is of, which gives it its colour; empty for nobody in particular. */
  readonly stops: readonly { readonly key: string; readonly label: string; readonly column: number; readonly of: string }[];
  /** By the keys of stops. */
  readonly streams: readonly { readonly from: string; readonly to: string; readonly size: number; readonly words: string }[];
}

/** Streams as wide as what runs in them, each in the colour of whom it comes from; stops are named beside them. */
export function flowConfig({ stops, streams }: Flow, theme: Theme): ChartConfiguration<'sankey', SankeyDataPoint[]> {
  const owners = [...new Set(stops.map(({ of }) => of).filter((of) => of !== ''))];
  const places = placesOf(owners);
  const colourOf = new Map(
    stops.map(({ key, of }) => [key, of === '' ? theme.inkSoft : (theme.colours[places[owners.indexOf(of)] ?? 0] ?? theme.ink)]),
  );
  const last = Math.max(0, ...stops.map(({ column }) => column));
  const columnOf = new Map(stops.map(({ key, column }) => [key, column]));
  return {
    type: 'sankey',
    data: {
      datasets: [
        {
          data: streams.map(({ from, to, size }) => ({ from, to, flow: size })),
          parsing: { from: 'from', to: 'to', flow: 'flow' },
          labels: Object.fromEntries(stops.map(({ key, label }) => [key, label])),
          column: Object.fromEntries(columnOf),
          colorFrom: ({ raw }) => colourOf.get((raw as SankeyDataPoint | undefined)?.from ?? '') ?? theme.ink,
          // Of the stop a stream reaches: the stream itself keeps that of where it comes from.
          colorTo: ({ raw }) => colourOf.get((raw as SankeyDataPoint | undefined)?.to ?? '') ?? theme.ink,
          colorMode: 'from',
          alpha: 0.4,
          borderWidth: 0,
          nodeWidth: 8,
          nodeLabels: {
            color: theme.ink,
            font: { family: theme.font, size: 13 },
            // Names stand within the picture: the first column’s to its right, the last one’s to its left.
            position: ({ key }) => (columnOf.get(key) === last ? 'left' : 'right'),
          },
          size: 'max',
          modeX: 'edge',
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      plugins: {
        legend: { display: false },
        tooltip: { callbacks: { title: () => '', label: ({ dataIndex }) => streams[dataIndex]?.words ?? '' } },
      },
    },
  };
}

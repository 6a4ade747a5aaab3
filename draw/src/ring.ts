import { type Figure } from '@lens/core';
import type { ChartConfiguration } from 'chart.js';
import { placesOf } from './colours';
import { heightOf } from './heights';
import type { Theme } from './theme';

/** Parts of a whole that add up to it. */
export interface Ring {
  readonly parts: readonly { readonly key: string; readonly name: string; readonly figure: Figure; readonly share: string }[];
  readonly write: (figure: Figure) => string;
}

/** A ring of parts, the largest first, each named beside it with its share. */
export function ringConfig({ parts, write }: Ring, theme: Theme): ChartConfiguration<'doughnut', (number | null)[]> {
  const places = placesOf(parts.map(({ key }) => key));
  const colours = parts.map(({ key }, at) => (key === '' ? theme.quiet : (theme.colours[places[at] ?? 0] ?? theme.ink)));
  return {
    type: 'doughnut',
    data: {
      labels: parts.map(({ name, share }) => `${name}  ${share}`),
      datasets: [{ data: parts.map(({ figure }) => heightOf(figure)), backgroundColor: colours, borderColor: theme.paper, borderWidth: 2 }],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      cutout: '62%',
      plugins: {
        legend: {
          position: 'right',
          align: 'center',
          labels: { color: theme.ink, boxWidth: 12, boxHeight: 12, font: { family: theme.font, size: 13 } },
        },
        tooltip: {
          callbacks: {
            label: ({ dataIndex }) => {
              const part = parts[dataIndex];
              return part ? `${write(part.figure)}, ${part.share}` : '';
            },
          },
        },
      },
    },
  };
}

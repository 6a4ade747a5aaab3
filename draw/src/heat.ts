import type { Figure } from '@lens/core';
import type { ChartConfiguration } from 'chart.js';
import type { MatrixDataPoint } from 'chartjs-chart-matrix';
import { faint } from './colours';
import type { Theme } from './theme';

/** One figure of each of a grid of members. */
export interface Heat {
  readonly rows: readonly string[];
  readonly columns: readonly string[];
  /** By row, then by column, with how much it is of the largest; null where there is none. */
  readonly cells: readonly (readonly { readonly figure: Figure; readonly share: number | null }[])[];
  readonly write: (figure: Figure) => string;
  /** Cells with a frame that stands out, by row, then by column. */
  readonly marked?: readonly (readonly boolean[])[];
}

interface Cell extends MatrixDataPoint {
  readonly isMarked: boolean;
  readonly share: number | null;
  readonly words: string;
}

/** A grid that is darker for more; what is not known stays empty with a quiet frame. */
export function heatConfig({ rows, columns, cells, write, marked }: Heat, theme: Theme): ChartConfiguration<'matrix', Cell[]> {
  const font = { family: theme.font };
  const colour = theme.colours[0] ?? theme.ink;
  const data = cells.flatMap((own, row) =>
    own.map(({ figure, share }, column): Cell => ({
      x: column,
      y: row,
      isMarked: marked?.[row]?.[column] === true,
      share,
      words: `${rows[row] ?? ''}, ${columns[column] ?? ''}: ${write(figure)}`,
    })),
  );
  const shareAt = (at: number): number | null => data[at]?.share ?? null;
  const axis = (labels: readonly string[]) => ({
    type: 'linear' as const,
    min: -0.5,
    max: labels.length - 0.5,
    offset: false,
    grid: { display: false },
    ticks: {
      color: theme.ink,
      font,
      stepSize: 1,
      autoSkip: labels.length > 30,
      callback: (at: string | number) => labels[Number(at)] ?? '',
    },
    afterBuildTicks: (scale: { ticks: { value: number }[] }) => {
      scale.ticks = labels.map((_, value) => ({ value }));
    },
  });
  return {
    type: 'matrix',
    data: {
      datasets: [
        {
          data,
          backgroundColor: ({ dataIndex }) => {
            const share = shareAt(dataIndex);
            return share === null ? 'transparent' : faint(colour, 0.06 + 0.84 * share);
          },
          borderColor: ({ dataIndex }) => (data[dataIndex]?.isMarked ? theme.ink : theme.quiet),
          borderWidth: ({ dataIndex }) => (data[dataIndex]?.isMarked ? 3 : 1),
          width: ({ chart }) => ((chart.chartArea as typeof chart.chartArea | undefined)?.width ?? 0) / Math.max(1, columns.length) - 1,
          height: ({ chart }) => ((chart.chartArea as typeof chart.chartArea | undefined)?.height ?? 0) / Math.max(1, rows.length) - 1,
        },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: { x: axis(columns), y: { ...axis(rows), reverse: true } },
      plugins: {
        legend: { display: false },
        tooltip: { callbacks: { title: () => '', label: ({ dataIndex }) => data[dataIndex]?.words ?? '' } },
      },
    },
  };
}

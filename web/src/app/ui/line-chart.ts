import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { type Figure, value } from '@lens/core';
import {
  CategoryScale,
  Chart,
  type ChartOptions,
  type Plugin,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { Dark } from './dark';

Chart.register(CategoryScale, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip);

export interface Line {
  readonly name: string;
  readonly figures: readonly Figure[];
}

/** Something that happened at one of the labels, told beside the figures there. */
export interface Mark {
  readonly at: number;
  readonly lines: readonly string[];
}

/** Tells lines apart by colour and by dashes: deep colours on light ground, light ones on dark. */
const COLOURS = {
  light: ['#0b5a66', '#b3541e', '#5b4b8a', '#7a6a12', '#2f7d4f', '#97262b', '#3a66b0', '#7b5538'],
  dark: ['#7cc4cf', '#f0a26b', '#b9a9e6', '#d9c65a', '#86d1a4', '#f2a19f', '#8fb6f2', '#d3ab8c'],
} as const;
/** The colour of what is not a line of figures. */
const QUIET = 'rgba(128,120,105,0.22)';
const DASHES = [[], [6, 3], [2, 2], [9, 3, 2, 3]];

/**
 * Lines over time. A gap breaks its line; bounds are drawn at their closed side as a triangle that
 * points to the open one. Chart.js behind one small door.
 */
@Component({
  selector: 'ul-line-chart',
  template: `<canvas #canvas role="img" [attr.aria-label]="summary()"></canvas>`,
  styles: `
    :host {
      display: block;
      position: relative;
      height: 168px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineChart {
  readonly labels = input.required<readonly string[]>();
  readonly lines = input.required<readonly Line[]>();
  /** Turns a figure into words for the tooltip. */
  readonly write = input.required<(figure: Figure) => string>();
  readonly summary = input.required<string>();
  /** Of places in an order (grades) how many there are: the first is drawn on top, and nothing lies between or beyond them. */
  readonly places = input<number | null>(null);
  readonly marks = input<readonly Mark[]>([]);
  /** Of how many of the labels, from the first, the figures stay; those after them lie on shaded ground. */
  readonly settled = input<number>(Infinity);
  private readonly dark = inject(Dark);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private chart: Chart<'line', (number | null)[]> | undefined;

  constructor() {
    afterRenderEffect(() => this.draw());
    inject(DestroyRef).onDestroy(() => this.chart?.destroy());
  }

  private draw(): void {
    const styles = getComputedStyle(this.canvas().nativeElement);
    const ink = styles.color;
    const colours = COLOURS[this.dark.isDark() ? 'dark' : 'light'];
    Chart.defaults.font.family = styles.fontFamily;
    const data = {
      labels: [...this.labels()],
      datasets: this.lines().map(({ name, figures }, at) => ({
        label: name,
        data: figures.map(heightOf),
        borderColor: colours[at % colours.length] ?? ink,
        backgroundColor: colours[at % colours.length] ?? ink,
        borderDash: DASHES[Math.floor(at / colours.length) % DASHES.length] ?? [],
        borderWidth: 1.8,
        pointRadius: figures.map((figure) => (figure.kind === 'bounds' ? 4 : figures.length > 40 ? 0 : 1.8)),
        pointStyle: figures.map((figure) => (figure.kind === 'bounds' ? ('triangle' as const) : ('circle' as const))),
        pointRotation: figures.map((figure) => (figure.kind === 'bounds' && figure.low === null ? 180 : 0)),
        spanGaps: false,
        // Points on the edge are drawn whole.
        clip: 8,
      })),
    };
    const scales = this.scales(ink);
    if (this.chart) {
      this.chart.data = data;
      this.chart.options.scales = scales;
      if (this.chart.options.plugins) this.chart.options.plugins.legend = legendIn(ink);
      this.chart.update('none');
      return;
    }
    this.chart = new Chart(this.canvas().nativeElement, {
      type: 'line',
      data,
      options: {
        animation: false,
        maintainAspectRatio: false,
        interaction: { mode: 'index', intersect: false },
        scales,
        plugins: {
          legend: legendIn(ink),
          tooltip: {
            callbacks: {
              label: (item) => `${item.dataset.label ?? ''}: ${this.words(item.datasetIndex, item.dataIndex)}`,
              footer: ([item]) => (item ? this.notesAt(item.dataIndex) : []),
            },
            footerFont: { weight: 'normal' },
          },
        },
      },
      plugins: [this.ground()],
    });
  }

  private notesAt(at: number): string[] {
    const marked = this.marks().filter((mark) => mark.at === at);
    return [...(at >= this.settled() ? ['sales are still arriving'] : []), ...marked.flatMap(({ lines }) => lines)];
  }

  /** Behind the lines: ground for what is still arriving, and a line with a foot where something happened. */
  private ground(): Plugin<'line'> {
    return {
      id: 'ground',
      beforeDatasetsDraw: ({ ctx, chartArea: { top, bottom, left, right }, scales: { x } }) => {
        if (!x) return;
        const labels = this.labels().length;
        const half = labels > 1 ? (x.getPixelForValue(1) - x.getPixelForValue(0)) / 2 : right - left;
        ctx.save();
        ctx.fillStyle = ctx.strokeStyle = QUIET;
        if (this.settled() < labels) {
          const from = Math.max(left, x.getPixelForValue(this.settled()) - half);
          ctx.fillRect(from, top, right - from, bottom - top);
        }
        ctx.setLineDash([3, 3]);
        for (const { at } of this.marks()) {
          const across = x.getPixelForValue(at);
          ctx.beginPath();
          ctx.moveTo(across, top);
          ctx.lineTo(across, bottom);
          ctx.stroke();
        }
        ctx.fillStyle = getComputedStyle(ctx.canvas).color;
        for (const { at } of this.marks()) ctx.fillRect(x.getPixelForValue(at) - 3, bottom - 6, 6, 6);
        ctx.restore();
      },
    };
  }

  private scales(ink: string): NonNullable<ChartOptions<'line'>['scales']> {
    const places = this.places();
    return {
      x: { grid: { display: false }, ticks: { color: ink, maxRotation: 0, autoSkipPadding: 24 } },
      y: {
        ...(places === null ? { beginAtZero: true } : { min: 1, max: Math.max(2, places), reverse: true }),
        ticks: {
          color: ink,
          callback: (height) => this.write()(value(Number(height))),
          ...(places === null ? { maxTicksLimit: 5 } : { stepSize: 1, autoSkip: true }),
        },
        grid: { color: QUIET },
      },
    };
  }

  private words(line: number, at: number): string {
    const figure = this.lines()[line]?.figures[at];
    return figure ? this.write()(figure) : '';
  }
}

/** Beside the lines, in the colour of text. */
const legendIn = (ink: string) =>
  ({ position: 'right', align: 'start', labels: { color: ink, boxWidth: 18, boxHeight: 1, usePointStyle: false } }) as const;

function heightOf(figure: Figure): number | null {
  if (figure.kind === 'gap') return null;
  return figure.kind === 'value' ? figure.value : (figure.low ?? figure.high);
}

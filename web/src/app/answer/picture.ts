import { ChangeDetectionStrategy, Component, computed, inject, input, output, viewChild } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { ClientDetail } from '@lens/contract';
import {
  formatNumber,
  isAdditive,
  type Metric,
  type MetricId,
  type PictureKind,
  type Question,
  TARGET_METRICS,
  targetFor,
  USUAL_TARGET,
} from '@lens/core';
import { barsConfig, heatConfig, type Promised, ringConfig, scatterConfig } from '@lens/draw';
import { ChartPicture, type Drawn, type Picked } from '../ui/chart';
import { BigFigure } from './big-figure';
import { Cards } from './cards';
import { type Answered, barsOf, cardsOf, funnelOf, heatOf, ringOf, scatterOf, wholeRow } from './picture-data';
import { Steps } from './steps';
import { TimePicture } from './time-picture';

/** A picture by Chart.js with what it needs beside it. */
interface Chart {
  readonly drawn: Drawn;
  readonly height: number;
  readonly summary: string;
  readonly note: string;
  /** The keys of what can be chosen in it. */
  readonly keys: readonly string[];
}

const MOST_LINES = 7;
const MOST_MULTIPLES = 12;
const HEIGHTS = { line: 24, head: 44, ring: 220, scatter: 320, trend: 64 };

/** An answer as a picture: the same figures as its table, drawn. */
@Component({
  selector: 'ul-picture',
  imports: [BigFigure, Cards, ChartPicture, MatButton, MatMenu, MatMenuItem, MatMenuTrigger, Steps, TimePicture],
  templateUrl: './picture.html',
  styleUrl: './picture.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Picture {
  private readonly notices = inject(MatSnackBar);
  private readonly canvas = viewChild(ChartPicture);

  readonly kind = input.required<PictureKind>();
  readonly question = input.required<Question>();
  readonly metricId = input.required<MetricId>();
  readonly answered = input.required<Answered>();
  readonly client = input.required<ClientDetail>();
  /** Points there are for it in height; null for as many as it likes. */
  readonly room = input<number | null>(null);
  readonly traced = output<{ row: string; metric: MetricId }>();

  protected readonly metric = computed(() => this.answered().book.named(this.metricId()));
  protected readonly style = computed(() => this.answered().style);
  private readonly total = computed(() => wholeRow(this.answered()));
  protected readonly timeKind = computed(() => {
    const kind = this.kind();
    return kind === 'line' || kind === 'multiples' || (kind === 'stacked' && this.isAdditive()) ? kind : null;
  });
  private readonly isAdditive = computed(() => isAdditive(this.metric().formula));
  protected readonly members = computed(() =>
    this.answered()
      .rows.slice(0, this.kind() === 'multiples' ? MOST_MULTIPLES : MOST_LINES)
      .map(({ key, name }) => ({ key, name })),
  );
  protected readonly totalMember = computed(() => {
    const total = this.total();
    return total ? [{ key: total.key, name: total.kind === 'matched' ? 'what is matched to campaigns' : 'all of it' }] : [];
  });

  /** What the client was promised of the metric, where it is counted as the question counts. */
  protected readonly target = computed(() => this.promised(this.metric()));

  private promised(metric: Metric): Promised | null {
    const { countedBy, basis, period, clients } = this.question();
    const { promises } = this.client();
    const own = promises.targets.filter((each) => each.metric === metric.id && each.countedBy === countedBy && each.basis === basis);
    const target = clients.length === 1 ? targetFor(own, period) : undefined;
    if (!target || target.orders === 'all') return null;
    const { bound } = TARGET_METRICS[target.metric];
    return { value: target.value, text: `${bound} ${formatNumber(target.value, metric.unit, this.style())}` };
  }

  protected readonly chart = computed((): Chart | null => {
    const [of, metric] = [this.answered(), this.metric()];
    switch (this.kind()) {
      case 'bars': {
        const bars = barsOf(of, metric, this.target());
        const keys = bars.bars.map(({ key }) => key);
        return {
          drawn: (theme) => barsConfig(bars, theme),
          height: HEIGHTS.head + HEIGHTS.line * bars.bars.length,
          summary: `${metric.label} of ${keys.length} members as bars`,
          note: [
            bars.bars.some(({ before }) => before) ? 'The strokes are the days compared with.' : '',
            more(of.rows.length - keys.length),
          ].join(' '),
          keys,
        };
      }
      case 'shares': {
        if (!this.isAdditive()) return null;
        const { ring, leftOut } = ringOf(of, metric);
        return {
          drawn: (theme) => ringConfig(ring, theme),
          height: HEIGHTS.ring,
          summary: `${metric.label} of ${ring.parts.length} members as shares of all of it`,
          note: leftOut > 0 ? `Not drawn: ${leftOut} of which it is not certain what they come to.` : '',
          keys: ring.parts.map(({ key }) => key),
        };
      }
      case 'scatter': {
        const { up, size } = this.beside();
        const { scatter, leftOut } = scatterOf(of, { across: of.book.named('spend'), up, size }, this.promised(up));
        return {
          drawn: (theme) => scatterConfig(scatter, theme),
          height: HEIGHTS.scatter,
          summary: `${up.label} against spend of ${scatter.points.length} members, as large as their ${size.label.toLowerCase()}`,
          note: `As large as ${size.label.toLowerCase()}.${leftOut > 0 ? ` Not drawn: ${leftOut} of which a figure is not certain.` : ''}`,
          keys: scatter.points.map(({ key }) => key),
        };
      }
      case 'heat': {
        const heat = heatOf(of);
        if (!heat) return null;
        return {
          drawn: (theme) => heatConfig(heat, theme),
          height: HEIGHTS.head + HEIGHTS.line * Math.max(3, heat.rows.length),
          summary: `${of.book.named(of.table.across?.metric ?? metric.id).label} of ${heat.rows.length} by ${heat.columns.length}`,
          note: '',
          keys: of.rows.flatMap(({ key }) => (of.table.across?.heads ?? []).map((head) => `${key}|${head.key}`)),
        };
      }
      default:
        return null;
    }
  });

  /** Why there is no picture of this kind; empty where there is one. */
  protected readonly why = computed((): string => {
    const kind = this.kind();
    if ((kind === 'shares' || kind === 'stacked') && !this.isAdditive())
      return `${this.metric().label} of several members does not add up to that of all of them: there are no parts to draw. Choose another metric, or bars.`;
    if (kind === 'heat' && !this.answered().table.across) return 'A grid needs something in columns: add “in columns by…” to the sentence.';
    return '';
  });

  protected readonly steps = computed(() => {
    const [row] = this.answered().rows.length === 1 ? this.answered().rows : [this.total()];
    return row ? funnelOf(this.answered(), row.key) : [];
  });
  protected readonly cards = computed(() => {
    const target = USUAL_TARGET[this.client().metricSet];
    const { table } = this.answered();
    return cardsOf(this.answered(), [this.metricId(), 'spend', 'ctr', TARGET_METRICS[target].count, target, ...table.metrics]);
  });

  protected readonly trendHeight = computed(() => Math.min(96, this.room() ?? HEIGHTS.trend));
  protected readonly heightOf = ({ height }: Chart): number => this.room() ?? height;

  protected pick({ index }: Picked): void {
    const row = this.chart()?.keys[index];
    const metric = this.kind() === 'heat' ? (this.answered().table.across?.metric ?? this.metricId()) : this.metricId();
    if (row) this.traced.emit({ row, metric });
  }

  protected trace(row: string): void {
    if (row !== '') this.traced.emit({ row, metric: this.metricId() });
  }

  protected async copy(): Promise<void> {
    const image = await this.canvas()?.image();
    try {
      if (image) await navigator.clipboard.write([new ClipboardItem({ [image.type]: image })]);
      this.notices.open('The picture is copied: paste it anywhere.', 'Close', { duration: 4000 });
    } catch {
      this.notices.open('The browser does not let pictures be copied. Save it as a file.', 'Close', { duration: 6000 });
    }
  }

  protected async save(): Promise<void> {
    const image = await this.canvas()?.image();
    if (!image) return;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(image);
    link.download = `${this.metric().label}.png`;
    link.click();
    URL.revokeObjectURL(link.href);
  }

  /** What points lie high by and are large of: a metric beside spend, and what the client is after. */
  private beside() {
    const { table, book } = this.answered();
    const has = (id: MetricId): boolean => table.metrics.includes(id);
    const target = USUAL_TARGET[this.client().metricSet];
    const { count } = TARGET_METRICS[target];
    const up =
      this.metricId() !== 'spend' ? this.metricId() : has(target) ? target : (table.metrics.find((id) => id !== 'spend') ?? 'spend');
    return { up: up === this.metricId() ? this.metric() : book.named(up), size: book.named(has(count) ? count : 'clicks') };
  }
}

const more = (rows: number): string => (rows > 0 ? `${rows} more are in the table.` : '');

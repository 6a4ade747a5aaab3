import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { WireSeries } from '@lens/contract';
import type { MetricId, PictureKind, Question } from '@lens/core';
import {
  type Answered,
  cardMetrics,
  cardsOf,
  type Happening,
  mostMembers,
  pictureChart,
  type PictureChart,
  type Pictured,
  type PicturedClient,
  promisedOf,
  stationsOf,
  timeKindOf,
  whyNotDrawn,
  wholeRow,
} from '@lens/draw';
import { ChartPicture, type Picked } from '../ui/chart';
import { BigFigure } from './big-figure';
import { Cards } from './cards';
import { Steps } from './steps';
import { TimePicture } from './time-picture';

const TREND = 64;
/** Points of a line below a picture. */
const NOTE = 26;

/** An answer as a picture: the same figures as its table, drawn. */
@Component({
  selector: 'ul-picture',
  imports: [BigFigure, Cards, ChartPicture, Steps, TimePicture],
  templateUrl: './picture.html',
  styleUrl: './picture.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Picture {
  readonly kind = input.required<PictureKind>();
  readonly question = input.required<Question>();
  readonly metricId = input.required<MetricId>();
  readonly answered = input.required<Answered>();
  readonly client = input.required<PicturedClient>();
  /** What happened on its days, where it came with the answer. */
  readonly happenings = input<readonly Happening[] | null>(null);
  /** What is drawn over days, where it came with the answer. */
  readonly given = input<WireSeries | null>(null);
  /** Points there are for it in height; null for as many as it likes. */
  readonly room = input<number | null>(null);
  /** Whether no table stands beside it. */
  readonly isAlone = input(true);
  readonly traced = output<{ row: string; metric: MetricId }>();

  protected readonly metric = computed(() => this.answered().book.named(this.metricId()));
  protected readonly style = computed(() => this.answered().style);
  private readonly total = computed(() => wholeRow(this.answered()));
  private readonly pictured = computed((): Pictured => ({
    kind: this.kind(),
    answered: this.answered(),
    metric: this.metric(),
    question: this.question(),
    client: this.client(),
    room: this.room(),
  }));
  /** A trend beside a figure is drawn with the figure. */
  protected readonly timeKind = computed(() => {
    const kind = timeKindOf(this.pictured());
    return kind === 'figure' ? null : kind;
  });
  protected readonly members = computed(() =>
    this.answered()
      .rows.slice(0, mostMembers(this.kind()))
      .map(({ key, name }) => ({ key, name })),
  );
  protected readonly totalMember = computed(() => {
    const total = this.total();
    return total ? [{ key: total.key, name: total.kind === 'matched' ? 'what is matched to campaigns' : 'all of it' }] : [];
  });
  protected readonly target = computed(() => promisedOf(this.pictured(), this.metric()));
  protected readonly chart = computed(() => pictureChart(this.pictured()));
  protected readonly why = computed(() => whyNotDrawn(this.pictured()));

  protected readonly stations = computed(() => stationsOf(this.answered()));
  protected readonly cards = computed(() => {
    return cardsOf(this.answered(), cardMetrics(this.answered().table.metrics, this.metricId(), this.client().metricSet));
  });

  protected readonly trendHeight = computed(() => Math.min(96, this.room() ?? TREND));
  protected readonly heightOf = ({ height, note }: PictureChart): number => {
    const room = this.room();
    return room === null ? height : room - (note === '' ? 0 : NOTE);
  };

  protected pick({ index }: Picked): void {
    const row = this.chart()?.keys[index];
    const metric = this.kind() === 'heat' ? (this.answered().table.across?.metric ?? this.metricId()) : this.metricId();
    if (row) this.traced.emit({ row, metric });
  }

  protected trace(row: string): void {
    if (row !== '') this.traced.emit({ row, metric: this.metricId() });
  }
}

import { ChangeDetectionStrategy, Component, computed, effect, inject, input, linkedSignal, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { MetricTried } from '@lens/contract';
import { type KeptSpend, type Figure, figureText, groupBy, type OwnMetric, rangeText, unpackFigures } from '@lens/core';
import { debounceTime, of, switchMap } from 'rxjs';
import { keptText } from '../compare/kept-text';
import { Api } from '../data/api';
import type { Resolved } from '../data/focus';
import { type Drawn, linesConfig, PLAIN_LINES } from '@lens/draw';
import { ChartPicture } from '../ui/chart';
import { type LoadState, loadState } from '../ui/load-state';
import { questionOf } from './question-of';

/** Between the last key and the next answer, ms. */
const PAUSE = 200;

/** What a metric says of the days in focus: in all, with its numbers put in, by channel and over time. */
@Component({
  selector: 'ul-metric-preview',
  imports: [ChartPicture],
  templateUrl: './metric-preview.html',
  styleUrl: './metric-preview.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MetricPreview {
  private readonly api = inject(Api);
  readonly focus = input.required<Resolved>();
  /** Null while it cannot be read. */
  readonly metric = input.required<Omit<OwnMetric, 'client'> | null>();

  /** What it comes to, each time there is an answer. */
  readonly says = output<string>();

  private readonly asked = computed(() => ({ question: questionOf(this.focus()), metric: this.metric() }), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  protected readonly state = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(PAUSE),
      switchMap(({ question, metric }) =>
        metric === null
          ? of(null)
          : loadState(this.api.call('tryMetric', { params: { client: question.clients[0] ?? '' }, body: { question, metric } })),
      ),
    ),
  );
  /** What was said last stays while the next answer is on its way. */
  protected readonly shown = linkedSignal<LoadState<MetricTried> | null | undefined, MetricTried | null>({
    source: this.state,
    computation: (state, before) => (state?.state === 'ready' ? state.value : state?.state === 'loading' ? (before?.value ?? null) : null),
  });
  constructor() {
    effect(() => {
      const shown = this.shown();
      if (shown) this.says.emit(this.text(shown.figure, shown.unit).text);
    });
  }

  protected readonly days = computed(() => rangeText(this.focus().period, this.focus().style.locale));
  /** Which feeds deliver a part: all of a channel after its name. */
  protected readonly feedsText = (feeds: MetricTried['inputs'][number]['feeds']): string =>
    [...groupBy(feeds, ({ channel }) => channel)]
      .map(([channel, own]) => `${channel}: ${own.map(({ feed }) => feed).join(', ')}`)
      .join(' · ');
  protected readonly text = (figure: Figure, unit: MetricTried['unit']) => figureText(figure, unit, this.focus().style);
  protected readonly keptText = (kept: KeptSpend, fields: readonly string[]): string =>
    keptText(kept, fields, (amount) => this.text({ kind: 'value', value: amount }, 'money').text);
  protected readonly line = computed((): Drawn | null => {
    const shown = this.shown();
    if (!shown) return null;
    const lines = {
      ...PLAIN_LINES,
      labels: shown.buckets.map((bucket) => rangeText(bucket, this.focus().style.locale)),
      lines: [{ key: 'total', name: 'Total', figures: unpackFigures(shown.line), unusual: [] }],
      write: (figure: Figure) => this.text(figure, shown.unit).spoken,
    };
    return (theme) => linesConfig(lines, theme);
  });
}

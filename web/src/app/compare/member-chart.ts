import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { WireTable } from '@lens/contract';
import { type Figure, figureText, type MetricBook, type MetricId, type Question, rangeText, type Style, unpackFigures } from '@lens/core';
import { of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { LineChart, type Line } from '../ui/line-chart';
import { loadState } from '../ui/load-state';
import { marksOf } from './chart-marks';

/** One metric of the chosen members over the period. */
@Component({
  selector: 'ul-member-chart',
  imports: [LineChart],
  template: `
    @if (drawn(); as chart) {
      <ul-line-chart
        [labels]="chart.labels"
        [lines]="chart.lines"
        [write]="chart.write"
        [summary]="chart.summary"
        [places]="chart.places"
        [marks]="marks()"
        [settled]="chart.settled"
      />
    } @else if (series()?.state === 'failed') {
      <p class="notice bad" role="alert">The chart could not be drawn. {{ $any(series()).message }}</p>
    } @else {
      <div class="waiting" role="status">Drawing…</div>
    }
  `,
  styles: `
    :host {
      display: block;
      min-height: 168px;
    }
    .waiting {
      color: var(--ink-quiet);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MemberChart {
  private readonly api = inject(Api);
  readonly question = input.required<Question>();
  readonly metric = input.required<MetricId>();
  readonly members = input.required<readonly string[]>();
  readonly rows = input.required<WireTable['rows']>();
  readonly style = input.required<Style>();
  readonly book = input.required<MetricBook>();

  private readonly asked = computed(
    () => ({ question: { ...this.question(), comparison: null }, metric: this.metric(), members: [...this.members()] }),
    {
      equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
    },
  );
  protected readonly series = toSignal(toObservable(this.asked).pipe(switchMap((body) => loadState(this.api.call('series', { body })))));

  /** Names are told apart within one client only. */
  private readonly whose = computed(
    () => {
      const { clients, period } = this.question();
      return { client: clients.length === 1 ? clients[0] : undefined, period };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly changed = toSignal(
    toObservable(this.whose).pipe(
      switchMap(({ client, period }) =>
        client === undefined ? of(null) : loadState(this.api.call('changes', { params: { client }, body: { period } })),
      ),
    ),
  );
  protected readonly marks = computed(() => {
    const [series, changed] = [this.series(), this.changed()];
    if (series?.state !== 'ready' || changed?.state !== 'ready') return [];
    const names = new Map(this.rows().map((row) => [row.key, row.name]));
    const drawn = series.value.lines.flatMap(({ key }) => names.get(key) ?? []);
    return marksOf(changed.value.changes, series.value.buckets, drawn, this.style());
  });

  protected readonly drawn = computed(() => {
    const state = this.series();
    if (state?.state !== 'ready') return null;
    const metric = this.book().named(this.metric());
    const style = this.style();
    const names = new Map(this.rows().map((row) => [row.key, row.name]));
    const write = (figure: Figure): string => figureText(figure, metric.unit, style).spoken;
    return {
      labels: state.value.buckets.map((bucket) => rangeText(bucket, style.locale)),
      lines: state.value.lines.map(({ key, figures }): Line => ({ name: names.get(key) ?? key, figures: unpackFigures(figures) })),
      write,
      settled: state.value.settled,
      places: typeof metric.unit === 'object' ? metric.unit.grades.length : null,
      summary: `${metric.label} of ${state.value.lines.length} members over ${state.value.buckets.length} ${state.value.buckets.some((each) => each.to > each.from) ? 'weeks' : 'days'}`,
    };
  });
}

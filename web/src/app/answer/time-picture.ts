import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { WireSeries } from '@lens/contract';
import { type Metric, type Question, type Style, unpackFigures } from '@lens/core';
import { type Happening, linesConfig, type Promised, type Theme, type TimeKind, timePictures } from '@lens/draw';
import { of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { ChartPicture } from '../ui/chart';
import { type LoadState, loadState } from '../ui/load-state';
import { HappeningsOf } from './happenings-of';

/** One metric of some members over the days of a question: as lines, stacked, as one small picture each, or as a trend. */
@Component({
  selector: 'ul-time-picture',
  imports: [ChartPicture],
  template: `
    @if (pictures(); as all) {
      <div [class.grid]="all.length > 1">
        @for (picture of all; track picture.title) {
          <figure>
            @if (kind() === 'multiples') {
              <figcaption>{{ picture.title }}</figcaption>
            }
            <ul-chart
              [drawn]="picture.drawn"
              [summary]="picture.summary"
              [behind]="picture.behind"
              [height]="kind() === 'multiples' ? 96 : height()"
              (picked)="traced.emit(picture.keys[$event.dataset] ?? '')"
            />
          </figure>
        }
      </div>
    } @else if (series()?.state === 'failed') {
      <p class="notice bad" role="alert">The picture could not be drawn. {{ $any(series()).message }}</p>
    } @else {
      <div class="waiting" role="status">Drawing…</div>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .grid {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
      gap: 10px 24px;
    }
    figure {
      margin: 0;
      min-width: 0;
    }
    figcaption {
      font-size: 13px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .waiting {
      min-height: 168px;
      color: var(--ink-quiet);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TimePicture {
  private readonly api = inject(Api);
  private readonly happeningsOf = inject(HappeningsOf);
  readonly kind = input.required<TimeKind>();
  readonly question = input.required<Question>();
  readonly metric = input.required<Metric>();
  readonly members = input.required<readonly { readonly key: string; readonly name: string }[]>();
  readonly style = input.required<Style>();
  /** The answer, where it came with another; else it is asked for. */
  readonly given = input<WireSeries | null>(null);
  readonly target = input<Promised | null>(null);
  readonly height = input(168);
  /** What happened, where it is kept with the answer; else it is asked for. */
  readonly happenings = input<readonly Happening[] | null>(null);
  /** The key of a member whose line was chosen. */
  readonly traced = output<string>();

  private readonly asked = computed(
    () =>
      this.given()
        ? null
        : {
            question: { ...this.question(), comparison: null },
            metric: this.metric().id,
            members: this.members().map(({ key }) => key),
          },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly answered = toSignal(
    toObservable(this.asked).pipe(switchMap((body) => (body ? loadState(this.api.call('series', { body })) : of(null)))),
  );
  protected readonly series = computed((): LoadState<WireSeries> | null | undefined => {
    const given = this.given();
    return given ? { state: 'ready', value: given } : this.answered();
  });

  private readonly happened = toSignal(
    toObservable(
      computed(
        () => {
          const { clients, period } = this.question();
          return this.happenings() ? null : { clients, period };
        },
        { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
      ),
    ).pipe(switchMap((days) => (days ? this.happeningsOf.on(days) : of([])))),
    { initialValue: [] },
  );

  protected readonly pictures = computed(() => {
    const series = this.series();
    if (series?.state !== 'ready') return null;
    const [metric, style, kind, target] = [this.metric(), this.style(), this.kind(), this.target()];
    const names = new Map(this.members().map(({ key, name }) => [key, name]));
    const { buckets, settled, lines: told } = series.value;
    const lines = told.map(({ figures, ...line }) => ({ ...line, name: names.get(line.key) ?? line.key, figures: unpackFigures(figures) }));
    const happenings = this.happenings() ?? this.happened();
    return timePictures({ kind, metric, style, buckets, settled, lines, target, happenings }).map((picture) => ({
      ...picture,
      drawn: (theme: Theme) => linesConfig(picture.lines, theme),
    }));
  });
}

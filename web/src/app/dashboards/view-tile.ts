import { ChangeDetectionStrategy, Component, computed, forwardRef, inject, input, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { PictureAsked, WireTable } from '@lens/contract';
import { bindView, type Filter, type Question, type View } from '@lens/core';
import { filter, map, of, pairwise, startWith, switchMap } from 'rxjs';
import { Picture } from '../answer/picture';
import { firstOf, questionOf, readCompare, writeCompare } from '../compare/compare-state';
import { type Answered, drawnRows } from '@lens/draw';
import { withFocus, type Resolved } from '../data/focus';
import { loadState } from '../ui/load-state';
import { type OnPaper, OnSheet, wordsOnPaper } from './on-sheet';
import { TileAnswers } from './tile-answers';
import { boundTo, keepsText, queryOfView } from '../views/view-state';

/** A question on a dashboard, in its picture. */
@Component({
  selector: 'ul-view-tile',
  imports: [Picture, RouterLink],
  template: `
    <h2>
      <a routerLink="/compare" [queryParams]="query()" queryParamsHandling="merge">{{ label() }}</a>
      @if (keeps()) {
        <small>{{ keeps() }}</small>
      }
    </h2>
    @if (!isAskable()) {
      <p class="quiet">
        {{ lacks() }} A report that tells it can be brought in under <a routerLink="/intake" queryParamsHandling="merge">Intake</a>.
      </p>
    } @else if (answered(); as shown) {
      @if (shown.rows.length > 0) {
        <ul-picture
          [kind]="kind()"
          [question]="told()!.asked.question"
          [metricId]="told()!.asked.metric"
          [answered]="shown"
          [given]="series()"
          [client]="resolved().client"
          [room]="room() - (lacks() ? NOTE : 0)"
          (traced)="pick(shown.rows, $event.row)"
        />
        @if (lacks()) {
          <p class="quiet">{{ lacks() }} It is drawn without.</p>
        }
      } @else {
        <p class="quiet">Nothing came in on these days.</p>
      }
    } @else if (state()?.state === 'failed') {
      <p class="notice bad" role="alert">{{ $any(state()).message }}</p>
    } @else {
      <p class="quiet" role="status">Adding up…</p>
    }
  `,
  styleUrl: './tile.scss',
  providers: [{ provide: OnSheet, useExisting: forwardRef(() => ViewTile) }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ViewTile extends OnSheet {
  private readonly answers = inject(TileAnswers);
  readonly view = input.required<View>();
  readonly resolved = input.required<Resolved>();
  readonly others = input.required<readonly string[]>();
  /** What the other tiles were narrowed to. */
  readonly only = input.required<Filter | null>();
  /** Another one when what is known of the client has changed. */
  readonly data = input.required<number>();
  /** Points from its caption to its lower edge. */
  readonly room = input.required<number>();
  /** A member that was chosen. */
  readonly picked = output<Filter>();

  protected readonly label = computed(() => this.view().label);
  protected readonly keeps = computed(() => keepsText(this.view().keeps, this.resolved().client.locale));
  private readonly bound = computed(() => bindView(this.view(), boundTo(this.resolved().client)));
  protected readonly lacks = computed(() => this.bound().lacks.join(' '));
  protected readonly isAskable = computed(() => this.bound().isAskable);
  protected readonly NOTE = NOTE;
  private readonly asked = computed(() => {
    const query = queryOfView({ ...this.view(), id: '' }, this.resolved().client, this.others());
    const state = readCompare((key) => query[key] ?? null);
    const only = this.only();
    return only ? { ...state, where: [...state.where, only] } : state;
  });
  protected readonly query = computed(() => ({
    ...queryOfView({ ...this.view(), id: '' }, this.resolved().client, this.others()),
    ...writeCompare(this.asked()),
    view: null,
  }));
  protected readonly question = computed(
    (): Question | null => {
      const resolved = withFocus(this.resolved(), this.view().keeps);
      return resolved && { ...questionOf(resolved, this.asked()), page: { open: 0, size: MOST_MEMBERS } };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly wanted = computed(
    (): PictureAsked | null => {
      const question = this.question();
      if (!question || !this.isAskable()) return null;
      const metrics = this.resolved().book.set(question.metricSet)?.metrics ?? [];
      const { chartMetric } = this.asked();
      const metric = chartMetric !== null && metrics.includes(chartMetric) ? chartMetric : firstOf({ metrics });
      return { question, picture: this.kind(), metric, marked: [] };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  protected readonly told = toSignal(
    toObservable(computed(() => ({ asked: this.wanted(), data: this.data() }))).pipe(
      startWith(null),
      pairwise(),
      switchMap(([before, now]) => {
        const asked = now?.asked;
        if (!asked) return of(null);
        const answers = loadState(this.answers.ask(asked)).pipe(map((answer) => ({ asked, answer })));
        // The same asked again of newer data: what there is stays until that is there.
        return before?.asked === asked ? answers.pipe(filter(({ answer }) => answer.state !== 'loading')) : answers;
      }),
    ),
  );
  protected readonly state = computed(() => this.told()?.answer);
  protected readonly series = computed(() => {
    const state = this.state();
    return state?.state === 'ready' ? state.value.series : null;
  });
  protected readonly kind = computed(() => {
    const { picture } = this.asked();
    return picture === 'none' ? ('bars' as const) : picture;
  });
  protected readonly answered = computed((): Answered | null => {
    const state = this.state();
    if (state?.state !== 'ready') return null;
    const { book, style } = this.resolved();
    const { table } = state.value;
    return { table, rows: drawnRows(table.rows, [], this.kind()), book, style };
  });

  onPaper(): OnPaper {
    const asked = this.wanted();
    if (!asked) return wordsOnPaper(this.label(), [this.lacks()]);
    return {
      heading: this.label(),
      note: [this.keeps(), this.lacks()].filter((text) => text !== '').join('. '),
      what: { kind: 'picture', asked },
    };
  }

  protected pick(rows: readonly WireTable['rows'][number][], key: string): void {
    const row = rows.find((each) => key === each.key || key.startsWith(`${each.key}|`));
    if (row?.kind === 'member') this.picked.emit({ dimension: row.level, any: [{ test: 'is', value: row.name }] });
  }
}

const MOST_MEMBERS = 200;
/** Points of a line below a picture. */
const NOTE = 30;

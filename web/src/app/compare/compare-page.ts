import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal } from '@angular/core';
import { Clipboard } from '@angular/cdk/clipboard';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatSnackBar } from '@angular/material/snack-bar';
import { ActivatedRoute, Router } from '@angular/router';
import { question as questionSchema } from '@lens/contract';
import { BUILT_IN, isDayDimension, type MetricId, type Question, type Sort, SORT_OF, type Style } from '@lens/core';
import { filter, map, of, switchMap } from 'rxjs';
import { z } from 'zod';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { ScreenNotes } from '../data/screen-notes';
import { ChoicePhrase } from '../ui/choice-phrase';
import type { Choice } from '../ui/choices';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { Phrase } from '../ui/phrase';
import { AnswerNotes } from './answer-notes';
import { ClientPhrases, type Together } from './client-phrases';
import { CHANGES, DOUBTS, EXPORTS, METRICS, type Part, PARTS, SETTINGS, sortKey } from './compare-choices';
import { type CompareState, firstOf, questionOf, readCompare, ROWS_SHOWN, writeCompare } from './compare-state';
import { CompareTable } from './compare-table';
import { FieldList } from './field-list';
import { TARGET } from './condition-form';
import { copyText } from './copy-text';
import { HavingPhrases } from './having-phrases';
import { LongAddress } from './long-address';
import { MarkedBar } from './marked-bar';
import { fieldChoices, fieldLabel, untoldChoices } from '../data/fields';
import { SplitPhrases } from './split-phrases';
import { WherePhrases } from './where-phrases';
import { type Answered, drawnRows, drawnText } from '@lens/draw';
import { Picture } from '../answer/picture';
import { PICTURE_CHOICES, pictureLabel } from '../answer/picture-choices';
import { TakeAlongMenu } from '../answer/take-along-menu';
import { tableView } from './table-view';
import { BesideTrace, type TracedFigure } from './beside-trace';
import { ViewMenu } from '../views/view-menu';

/** Members of all channels in one table, with a chart of the chosen ones and a trace of any figure. */
@Component({
  selector: 'ul-compare-page',
  imports: [
    AnswerNotes,
    BesideTrace,
    ChoicePhrase,
    ClientPhrases,
    CompareTable,
    FieldList,
    HavingPhrases,
    MarkedBar,
    MatButton,
    MatFormField,
    MatIcon,
    MatInput,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    NeedClient,
    Phrase,
    Picture,
    SplitPhrases,
    TakeAlongMenu,
    ViewMenu,
    WherePhrases,
  ],
  templateUrl: './compare-page.html',
  styleUrl: './compare-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ComparePage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly focus = inject(FocusService);
  private readonly notes = inject(ScreenNotes);
  private readonly clipboard = inject(Clipboard);
  private readonly notices = inject(MatSnackBar);

  protected readonly client = this.focus.client;
  protected readonly resolved = this.focus.resolved;
  private readonly long = inject(LongAddress);
  private readonly address = toSignal(inject(ActivatedRoute).queryParamMap.pipe(switchMap((params) => this.long.read(params))));
  protected readonly state = computed(() => readCompare(this.address()?.said ?? (() => null)));
  /** Why the address cannot be read in full; empty where it can. */
  protected readonly addressProblem = computed(() => this.address()?.problem ?? '');
  protected readonly question = computed(
    (): Question | null => {
      const resolved = this.resolved();
      return resolved && this.address() ? questionOf(resolved, this.state()) : null;
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );

  private readonly asked = toSignal(
    toObservable(this.question).pipe(
      switchMap((question) =>
        question
          ? loadState(this.api.call('compare', { body: question })).pipe(map((answer) => ({ question, answer })))
          : of({ question, answer: null }),
      ),
    ),
  );
  protected readonly answer = computed(() => this.asked()?.answer);
  /** The last table there was, with what it answers. */
  private readonly lastAnswered = toSignal(
    toObservable(this.asked).pipe(
      map((asked) => (asked?.answer?.state === 'ready' ? { question: asked.question, table: asked.answer.value } : null)),
      filter((answered) => answered !== null),
    ),
  );
  /** It stays on screen while the next one about the same clients is read. */
  protected readonly table = computed(() => {
    const [answered, question] = [this.lastAnswered(), this.question()];
    return answered && answered.question?.clients.join() === question?.clients.join() ? answered.table : undefined;
  });
  /** How its figures are written: in the currency they are in, which may not be the one asked for last. */
  protected readonly style = computed((): Style => {
    const own = this.resolved()?.style ?? { locale: 'en-GB', currency: '' };
    return { ...own, currency: this.lastAnswered()?.question?.currency ?? own.currency };
  });
  protected readonly traced = computed((): TracedFigure | null => {
    const [{ traced }, question, resolved] = [this.state(), this.question(), this.resolved()];
    return traced && question && resolved ? { ...traced, question, style: this.style(), book: resolved.book } : null;
  });
  protected readonly view = computed(() => {
    const table = this.table();
    const resolved = this.resolved();
    return table && resolved ? tableView(table, this.style(), resolved.book, { ...this.state(), looks: this.looks() }) : null;
  });

  protected readonly labelOf = (metric: MetricId): string => {
    const book = this.resolved()?.book;
    return book?.has(metric) ? book.named(metric).label : metric;
  };
  protected readonly setChoices = computed(() =>
    (this.resolved()?.book.sets ?? []).map(({ id, label, metrics }): Choice<string> => ({
      value: id,
      label,
      note: metrics.map(this.labelOf).join(' · '),
    })),
  );
  protected readonly fields = computed(() => {
    const client = this.client();
    return client ? [...fieldChoices(client, this.state().others.length > 0), ...untoldChoices(client)] : [];
  });
  protected readonly fieldLabel = computed(() => {
    const vocabulary = this.resolved()?.book.vocabulary ?? BUILT_IN;
    return (dimension: string): string => fieldLabel(dimension, vocabulary);
  });
  protected readonly metricChoices = computed(() =>
    (this.table()?.metrics ?? []).map((metric): Choice<MetricId> => ({ value: metric, label: this.labelOf(metric) })),
  );
  private readonly looks = computed(() => this.resolved()?.book.set(this.question()?.metricSet ?? '')?.looks);
  protected readonly setLabel = computed(() => this.resolved()?.book.set(this.question()?.metricSet ?? '')?.label ?? '');
  protected readonly sortLabel = computed(() => {
    const { by, of, direction } = this.question()?.sort ?? this.state().sort;
    return by === 'name' ? 'name' : `${this.sortName(by, of)}, ${direction === 'descending' ? 'largest' : 'smallest'} first`;
  });
  private readonly sortName = (by: MetricId, of: Sort['of']): string =>
    by === TARGET
      ? 'target met'
      : { now: this.labelOf(by), before: `${this.labelOf(by)} before`, change: `change of ${this.labelOf(by)}` }[of];
  protected readonly sortChoices = computed((): Choice<string>[] => {
    const told = this.question()?.comparison ? SORT_OF : (['now'] as const);
    return [
      { value: 'name', label: 'name' },
      ...(this.hasTarget() ? [{ value: sortKey({ by: TARGET, of: 'now' }), label: 'target met' }] : []),
      ...told.flatMap((of) => this.metricChoices().map(({ value: by }) => ({ value: sortKey({ by, of }), label: this.sortName(by, of) }))),
    ];
  });
  protected readonly sortValue = computed(() => sortKey(this.question()?.sort ?? this.state().sort));
  /** The part of the sentence that was added last: it opens, and stays while it is empty. */
  protected readonly added = signal<Part | null>(null);
  protected readonly isPart = (part: Part): boolean => {
    const { others, columns, where, having, named, settings, changeAs, doubts } = this.state();
    const isUsed = {
      others: others.length > 0,
      columns: columns !== null,
      where: where.length > 0,
      having: having.length > 0,
      named: named !== '',
      settings,
      changes: changeAs !== 'share',
      doubts: !doubts,
    };
    return isUsed[part] || this.added() === part;
  };
  protected readonly unused = computed(() =>
    PARTS.filter(({ value }) => !this.isPart(value) && (value !== 'changes' || this.question()?.comparison != null)),
  );
  protected readonly METRICS = METRICS;
  protected readonly SETTINGS = SETTINGS;
  protected readonly DOUBTS = DOUBTS;
  protected readonly CHANGES = CHANGES;
  protected readonly changesLabel = computed(() => CHANGES.find(({ value }) => value === this.state().changeAs)?.label ?? '');
  protected readonly levelNames = computed(() => this.levels().map(({ label }) => label));
  protected readonly columnsLabel = computed(() => {
    const by = this.question()?.columns?.by;
    return by === undefined ? 'metric' : this.fieldLabel()(by);
  });
  protected readonly columnChoices = computed((): Choice<string>[] => {
    const rows = this.question()?.rows ?? [];
    return [{ value: METRICS, label: 'metric', note: 'one column each' }, ...this.fields().filter(({ value }) => !rows.includes(value))];
  });
  protected readonly levels = computed(() =>
    (this.question()?.rows ?? []).map((value): Choice<string> => ({ value, label: this.fieldLabel()(value) })),
  );
  protected readonly hasTarget = computed(() => (this.client()?.promises.targets.length ?? 0) > 0);
  protected readonly allMetrics = computed(() =>
    (this.resolved()?.book.metrics ?? []).map(({ id, label }): Choice<MetricId> => ({ value: id, label })),
  );
  protected readonly isShare = (metric: MetricId): boolean => {
    const book = this.resolved()?.book;
    return book?.has(metric) === true && book.named(metric).unit === 'share';
  };
  protected readonly rowsShown = ROWS_SHOWN;
  protected readonly chartMetric = computed((): MetricId => {
    const metrics = this.table()?.metrics ?? [];
    const { chartMetric } = this.state();
    return chartMetric && metrics.includes(chartMetric) ? chartMetric : firstOf({ metrics });
  });
  protected readonly chartLabel = computed(() => this.labelOf(this.chartMetric()));
  /** Rows that somebody marked. */
  protected readonly marked = computed(() => {
    const chosen = new Set(this.state().drawn);
    return (this.table()?.rows ?? []).filter(({ key }) => chosen.has(key));
  });
  /** What is drawn: rows that are marked, else the outermost members; over days those that are no days. */
  protected readonly answered = computed((): Answered | null => {
    const [table, resolved, marked, { picture }] = [this.table(), this.resolved(), this.marked(), this.state()];
    if (!table || !resolved) return null;
    const rows = drawnRows(table.rows, marked, picture);
    return rows.length > 0 || picture === 'none' ? { table, rows, book: resolved.book, style: this.style() } : null;
  });
  protected readonly markedKeys = computed(() => this.marked().map(({ key }) => key));
  /** What of them it is. */
  protected readonly drawnText = computed(() =>
    drawnText(this.marked(), this.state().picture, this.table()?.rows.some(({ kind }) => kind === 'matched') ?? false),
  );
  /** A grid draws what stands in columns, the way to a result all counts of the set. */
  protected readonly drawsChosen = computed(() => !['none', 'heat', 'funnel'].includes(this.state().picture));
  protected readonly PICTURES = PICTURE_CHOICES;
  protected readonly pictureLabel = pictureLabel;
  /** Exactly the question, all rows of it, as files. */
  protected readonly exports = computed(() => {
    const question = this.question();
    if (!question) return [];
    const asked = encodeURIComponent(JSON.stringify(z.encode(questionSchema, { ...question, page: null })));
    return EXPORTS.map(({ label, format, limits }) => ({
      label,
      link: `/api/compare/export.${format}?limits=${limits}&question=${asked}`,
    }));
  });

  constructor() {
    effect(() => this.notes.arrived.set(this.table()?.arrived ?? null));
    inject(DestroyRef).onDestroy(() => this.notes.arrived.set(null));
    toObservable(computed(() => writeCompare(this.state())))
      .pipe(this.long.shortened, takeUntilDestroyed())
      .subscribe((queryParams) => void this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true }));
  }

  /** A part that is wanted: it opens, or is simply there. */
  protected add(part: Part): void {
    if (part === 'settings') this.change({ settings: true });
    else if (part === 'changes') this.change({ changeAs: 'both' });
    else if (part === 'doubts') this.change({ doubts: false });
    else this.added.set(part);
  }

  protected change(part: Partial<CompareState>, replaceUrl = false): void {
    void this.router.navigate([], {
      queryParams: this.long.inFull(writeCompare({ ...this.state(), ...part })),
      queryParamsHandling: 'merge',
      replaceUrl,
    });
  }

  protected pickSet(set: string): void {
    this.change({
      metricSet: set,
      sort: { by: firstOf(this.resolved()?.book.set(set)), of: 'now', direction: 'descending' },
      chartMetric: null,
      traced: null,
    });
  }

  protected columnsBy(by: string): void {
    this.change({ columns: by === METRICS ? null : { by, metric: this.state().columns?.metric ?? this.chartMetric() }, traced: null });
  }

  /** Clients come first in the rows as long as there are several. */
  protected compareTogether({ others, currency }: Together): void {
    const rows = this.state().rows.filter((dimension) => dimension !== 'client');
    this.change({ others, currency, rows: others.length > 0 ? ['client', ...rows] : rows, open: null, drawn: [], traced: null });
  }

  /** Days come in their order, whatever else stands in them. */
  protected splitBy(rows: readonly string[]): void {
    const sort: Partial<CompareState> = isDayDimension(rows[0] ?? '') ? { sort: { by: 'name', of: 'now', direction: 'ascending' } } : {};
    this.change({ rows, open: null, drawn: [], traced: null, ...sort });
  }

  /** A new column sorts the way that puts what matters first; the same one turns round. */
  protected sortBy(by: MetricId, of: Sort['of'] = 'now'): void {
    const { sort } = this.state();
    const first = by === 'name' || by === TARGET ? 'ascending' : 'descending';
    this.change({
      sort: { by, of, direction: sort.by === by && sort.of === of ? (sort.direction === 'ascending' ? 'descending' : 'ascending') : first },
    });
  }

  protected sortByChoice(choice: string): void {
    const [by = 'name', of] = choice.split(' of ').reverse();
    this.sortBy(
      by,
      SORT_OF.find((each) => each === of),
    );
  }

  protected toggle(key: string): void {
    const open = new Set(this.view()?.open);
    if (!open.delete(key)) open.add(key);
    this.change({ open }, true);
  }

  protected mark(key: string): void {
    const { drawn } = this.state();
    this.change({ drawn: drawn.includes(key) ? drawn.filter((each) => each !== key) : [...drawn, key] }, true);
  }

  /** Copies rows as cells for a spreadsheet: those that are marked, or all that are shown. */
  protected copy(only: readonly { readonly key: string }[] | null): void {
    const [table, book] = [this.table(), this.resolved()?.book];
    if (!table || !book) return;
    const isCopied = this.clipboard.copy(copyText(table, only && new Set(only.map(({ key }) => key)), book, this.style().currency));
    const told = `${(only ?? table.rows).length} rows copied: paste them into any sheet.`;
    this.notices.open(isCopied ? told : 'The browser does not let anything be copied. Export takes the same along as a file.', 'Close', {
      duration: 5000,
    });
  }
}

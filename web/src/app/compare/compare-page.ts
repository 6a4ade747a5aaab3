import { ChangeDetectionStrategy, Component, computed, DestroyRef, effect, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatSidenav, MatSidenavContainer, MatSidenavContent } from '@angular/material/sidenav';
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
import { ClientPhrases, type Together } from './client-phrases';
import { type CompareState, firstOf, questionOf, readCompare, ROWS_SHOWN, writeCompare } from './compare-state';
import { CompareTable } from './compare-table';
import { FieldList } from './field-list';
import { HavingPhrases } from './having-phrases';
import { keptText } from './kept-text';
import { fieldChoices, fieldLabel } from './split-fields';
import { SplitPhrases } from './split-phrases';
import { WherePhrases } from './where-phrases';
import { MemberChart } from './member-chart';
import { tableView } from './table-view';
import { TraceDrawer } from './trace-drawer';
import { withoutClickText } from './without-click';

/** Parts of the sentence that take no room while they are not used. */
type Part = 'others' | 'columns' | 'where' | 'having' | 'named';
const PARTS: readonly Choice<Part>[] = [
  { value: 'columns', label: 'in columns by…', note: 'one metric by week, by device…' },
  { value: 'where', label: 'where…', note: 'what is kept of the data' },
  { value: 'having', label: 'only…', note: 'members that come to something' },
  { value: 'named', label: 'named…', note: 'members with a text in their name' },
  { value: 'others', label: 'together with…', note: 'other clients in the same table' },
];

/** The choice of columns that is no field. */
const METRICS = ' metrics';

/** A choice of what to sort by: “change of spend”. */
const sortKey = ({ by, of }: Pick<Sort, 'by' | 'of'>): string => (by === 'name' ? by : `${of} of ${by}`);

/** Files a table can be taken along in. */
const EXPORTS = [
  { label: 'CSV', format: 'csv', limits: 'words' },
  { label: 'CSV, limits and gaps in columns', format: 'csv', limits: 'columns' },
  { label: 'Workbook (XLSX)', format: 'xlsx', limits: 'words' },
  { label: 'Workbook (XLSX), limits and gaps in columns', format: 'xlsx', limits: 'columns' },
  { label: 'JSON', format: 'json', limits: 'words' },
] as const;

/** Lines that can be told apart in one chart. */
const MOST_DRAWN = 12;

/** Members of all channels in one table, with a chart of the chosen ones and a trace of any figure. */
@Component({
  selector: 'ul-compare-page',
  imports: [
    ChoicePhrase,
    ClientPhrases,
    CompareTable,
    FieldList,
    HavingPhrases,
    MatButton,
    MatFormField,
    MatIcon,
    MatInput,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    MatSidenav,
    MatSidenavContainer,
    MatSidenavContent,
    MemberChart,
    NeedClient,
    Phrase,
    SplitPhrases,
    TraceDrawer,
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

  protected readonly client = this.focus.client;
  protected readonly resolved = this.focus.resolved;
  protected readonly state = toSignal(inject(ActivatedRoute).queryParamMap.pipe(map((params) => readCompare((key) => params.get(key)))), {
    initialValue: readCompare(() => null),
  });
  protected readonly question = computed(
    (): Question | null => {
      const resolved = this.resolved();
      return resolved ? questionOf(resolved, this.state()) : null;
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );

  /** How figures are written: in the currency that is answered in. */
  protected readonly style = computed((): Style => {
    const own = this.resolved()?.style ?? { locale: 'en-GB', currency: '' };
    return { ...own, currency: this.question()?.currency ?? own.currency };
  });

  protected readonly answer = toSignal(
    toObservable(this.question).pipe(
      switchMap((question) => (question ? loadState(this.api.call('compare', { body: question })) : of(null))),
    ),
  );
  /** The last table there was: it stays on screen while the next one is read. */
  protected readonly table = toSignal(
    toObservable(this.answer).pipe(
      map((answer) => (answer?.state === 'ready' ? answer.value : null)),
      filter((table) => table !== null),
    ),
  );
  protected readonly view = computed(() => {
    const table = this.table();
    const resolved = this.resolved();
    return table && resolved ? tableView(table, this.style(), resolved.book) : null;
  });

  /** Metrics of the set that no report delivers. */
  protected readonly undelivered = computed(() => (this.view()?.undelivered ?? []).join(', '));

  /** What the filters do with the money. */
  protected readonly keptText = computed(() => {
    const { kept, where } = { kept: this.table()?.kept, where: this.question()?.where ?? [] };
    const money = this.view()?.money;
    const fields = [...new Set(where.map(({ dimension }) => this.fieldLabel()(dimension)))];
    return kept && money ? keptText(kept, fields, money) : '';
  });

  protected readonly withoutClick = computed(() => {
    const resolved = this.resolved();
    return resolved ? withoutClickText(this.table()?.withoutClickDay ?? [], this.style(), resolved.book.vocabulary) : '';
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
    return client ? fieldChoices(client, this.state().others.length > 0) : [];
  });
  protected readonly fieldLabel = computed(() => {
    const vocabulary = this.resolved()?.book.vocabulary ?? BUILT_IN;
    return (dimension: string): string => fieldLabel(dimension, vocabulary);
  });
  protected readonly metricChoices = computed(() =>
    (this.table()?.metrics ?? []).map((metric): Choice<MetricId> => ({ value: metric, label: this.labelOf(metric) })),
  );
  protected readonly setLabel = computed(() => this.resolved()?.book.set(this.question()?.metricSet ?? '')?.label ?? '');
  protected readonly sortLabel = computed(() => {
    const { by, of, direction } = this.question()?.sort ?? this.state().sort;
    return by === 'name' ? 'name' : `${this.sortName(by, of)}, ${direction === 'descending' ? 'largest' : 'smallest'} first`;
  });
  private readonly sortName = (by: MetricId, of: Sort['of']): string =>
    ({ now: this.labelOf(by), before: `${this.labelOf(by)} before`, change: `change of ${this.labelOf(by)}` })[of];
  protected readonly sortChoices = computed((): Choice<string>[] => {
    const told = this.question()?.comparison ? SORT_OF : (['now'] as const);
    return [
      { value: 'name', label: 'name' },
      ...told.flatMap((of) => this.metricChoices().map(({ value: by }) => ({ value: sortKey({ by, of }), label: this.sortName(by, of) }))),
    ];
  });
  protected readonly sortValue = computed(() => sortKey(this.question()?.sort ?? this.state().sort));
  /** The part of the sentence that was added last: it opens, and stays while it is empty. */
  protected readonly added = signal<Part | null>(null);
  protected readonly isPart = (part: Part): boolean => {
    const { others, columns, where, having, named } = this.state();
    const isUsed = {
      others: others.length > 0,
      columns: columns !== null,
      where: where.length > 0,
      having: having.length > 0,
      named: named !== '',
    };
    return isUsed[part] || this.added() === part;
  };
  protected readonly unused = computed(() => PARTS.filter(({ value }) => !this.isPart(value)));
  protected readonly METRICS = METRICS;
  protected readonly columnsLabel = computed(() => {
    const by = this.question()?.columns?.by;
    return by === undefined ? 'metric' : this.fieldLabel()(by);
  });
  protected readonly columnChoices = computed((): Choice<string>[] => {
    const rows = this.question()?.rows ?? [];
    return [{ value: METRICS, label: 'metric', note: 'one column each' }, ...this.fields().filter(({ value }) => !rows.includes(value))];
  });
  protected readonly columnsLeft = computed(() => {
    const more = this.table()?.across?.more ?? 0;
    return more === 0 ? '' : `${more} more columns are not shown, those with the least.`;
  });
  protected readonly levels = computed(() =>
    (this.question()?.rows ?? []).map((value): Choice<string> => ({ value, label: this.fieldLabel()(value) })),
  );
  protected readonly allMetrics = computed(() =>
    (this.resolved()?.book.metrics ?? []).map(({ id, label }): Choice<MetricId> => ({ value: id, label })),
  );
  protected readonly isShare = (metric: MetricId): boolean => {
    const book = this.resolved()?.book;
    return book?.has(metric) === true && book.named(metric).unit === 'share';
  };
  /** What no report tells together. */
  protected readonly untold = computed(() => {
    const fields = (this.table()?.untold ?? []).map((dimension) => this.fieldLabel()(dimension));
    if (fields.length === 0) return '';
    return fields.length === 1
      ? `No report tells the ${fields[0]}.`
      : `No report tells ${fields.slice(0, -1).join(', ')} and ${fields.at(-1)} together. Ask for them apart, or bring in a report that has all of them.`;
  });
  /** How many members the conditions cannot judge. */
  protected readonly unjudged = computed(() => {
    const count = this.table()?.unknown ?? 0;
    if (count === 0) return '';
    return `${count === 1 ? 'One member' : `${count} members`} cannot be judged by this, because what is asked of ${count === 1 ? 'it' : 'them'} is not measured or not certain, and ${count === 1 ? 'is' : 'are'} not shown.`;
  });
  protected readonly rowsShown = ROWS_SHOWN;
  protected readonly chartMetric = computed((): MetricId => {
    const metrics = this.table()?.metrics ?? [];
    const { chartMetric } = this.state();
    return chartMetric && metrics.includes(chartMetric) ? chartMetric : firstOf({ metrics });
  });
  protected readonly chartLabel = computed(() => this.labelOf(this.chartMetric()));
  /** Without a choice the chart draws the outermost members; days are its own axis. */
  protected readonly drawn = computed(() => {
    const rows = this.table()?.rows ?? [];
    const chosen = this.state().drawn.filter((key) => rows.some((row) => row.key === key));
    return chosen.length > 0
      ? chosen
      : rows
          .filter((row) => row.depth === 0 && row.kind === 'member' && !isDayDimension(row.level))
          .slice(0, MOST_DRAWN)
          .map((row) => row.key);
  });
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
  }

  protected change(part: Partial<CompareState>, replaceUrl = false): void {
    void this.router.navigate([], { queryParams: writeCompare({ ...this.state(), ...part }), queryParamsHandling: 'merge', replaceUrl });
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
    const first = by === 'name' ? 'ascending' : 'descending';
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

  protected draw(key: string): void {
    const drawn = this.drawn();
    const next = drawn.includes(key) ? drawn.filter((each) => each !== key) : [...drawn, key].slice(-MOST_DRAWN);
    this.change({ drawn: next }, true);
  }
}

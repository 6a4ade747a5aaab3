import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, linkedSignal, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatProgressBar } from '@angular/material/progress-bar';
import { MatRadioButton, MatRadioGroup } from '@angular/material/radio';
import type { ClientDetail, Job, NamedPicture, Preview, StoredFile } from '@lens/contract';
import {
  BUILT_IN_BOOK,
  countedWords,
  DATE_ORDERS,
  type DayRange,
  dialectOf,
  type Doubt,
  type FileLayout,
  type Guess,
  guessMapping,
  LISTED_BY,
  type Mapping,
  mappingProblems,
  quantity,
  type Role,
  type Step,
  type Style,
} from '@lens/core';
import { catchError, last, map, type Observable, of, Subject, switchMap, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { Jobs } from '../data/jobs';
import { Person } from '../data/person';
import { choicesOf, namedChoices } from '../ui/choices';
import { DayRangeFields } from '../ui/day-range';
import { PickField, plainChoices } from '../ui/pick-field';
import { vocabularyOf } from '../data/vocabulary';
import { AccountChoice, type AccountOfFile } from './account-choice';
import { ColumnMeanings } from './column-meanings';
import { ShapeSteps } from './shape/shape-steps';
import { checkView } from './check-view';
import { DECIMAL_LABELS, DELIMITER_LABELS, ENCODING_LABELS, KIND_LABELS, nameFromFile } from './file-words';
import { importedBy, type Imported } from './hidden-import';

/** How the file is to be looked at; null is guessed. */
interface Wanted {
  readonly layout: Omit<FileLayout, 'titleLines'> & { readonly titleLines: number | null };
  readonly steps: readonly Step[] | null;
}

/** One file on its way in: guessed mapping to correct, a check of the whole file, the import. */
@Component({
  selector: 'ul-file-intake',
  imports: [
    AccountChoice,
    ColumnMeanings,
    DayRangeFields,
    MatButton,
    MatCheckbox,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    MatFormField,
    MatInput,
    MatLabel,
    MatProgressBar,
    MatRadioButton,
    MatRadioGroup,
    PickField,
    ShapeSteps,
  ],
  templateUrl: './file-intake.html',
  styleUrl: './file-intake.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileIntake {
  private readonly api = inject(Api);
  private readonly jobs = inject(Jobs);
  private readonly leaving = inject(DestroyRef);
  readonly client = input.required<ClientDetail>();
  readonly file = input.required<StoredFile>();
  readonly preview = input.required<Preview>();
  /** Pictures that came with it. */
  readonly pictures = input<readonly NamedPicture[]>([]);
  /** Closed, with what to tell the user; empty when nothing was imported. */
  readonly closed = output<string>();
  /** What was imported, before it closes. */
  readonly imported = output<Imported>();

  /** The file as it is read now: as guessed at first, then as laid out by the user. */
  protected readonly shown = linkedSignal(() => this.preview());
  protected readonly mapping = linkedSignal<Mapping>(() => this.shown().mapping);
  /** The feed a file is taken for. While that stays, so does what a person has chosen, however its table is shaped. */
  private readonly known = computed(() => ({ file: this.file(), feed: this.shown().feed }), {
    equal: (a, b) => a.file.hash === b.file.hash && a.feed?.id === b.feed?.id,
  });
  /** The account, what is still to be said of it, and the currency of its money. */
  protected readonly of = signal<{ account: AccountOfFile; problem: string; currency: string }>({
    account: null,
    problem: '',
    currency: '',
  });
  protected readonly feedName = linkedSignal({
    source: this.known,
    computation: ({ feed, file }): string => feed?.name ?? nameFromFile(file.name),
  });
  private readonly wanted = new Subject<Wanted>();
  protected readonly job = signal<Job | null>(null);
  protected readonly error = signal('');
  /** Days the file covers; null for those of its rows. */
  protected readonly covers = signal<DayRange | null>(null);
  protected readonly absent = signal<'gone' | 'keep' | null>(null);

  protected readonly person = inject(Person).name;
  protected readonly keepFile = signal(true);

  protected readonly kinds = choicesOf(KIND_LABELS);
  protected readonly decimals = choicesOf(DECIMAL_LABELS);
  private readonly vocabulary = computed(() => vocabularyOf(this.client()));
  protected readonly outcomes = computed(() => namedChoices(this.vocabulary().outcomes));
  protected readonly sheets = computed(() => plainChoices(this.shown().sheets));
  protected readonly countedBy = LISTED_BY.map((value) => ({ value, label: countedWords(value).who }));
  protected readonly dateOrders = plainChoices(DATE_ORDERS);
  protected readonly encodings = choicesOf(ENCODING_LABELS);
  protected readonly delimiters = choicesOf(DELIMITER_LABELS);
  protected readonly problems = computed(() => [
    ...(this.of().problem === '' ? [] : [this.of().problem]),
    ...mappingProblems(this.mapping(), this.shown().fileHeaders, this.vocabulary()),
  ]);
  protected readonly columns = computed(() =>
    this.shown().headers.map((header, at) => {
      return {
        header,
        role: this.mapping().columns[at] ?? ({ role: 'ignore' } as const),
        reason: this.chosen().has(header) ? 'chosen by you' : (this.reasons()[at] ?? ''),
        cells: this.shown()
          .rows.slice(0, 4)
          .map((row) => row[at] ?? ''),
      };
    }),
  );
  /** Columns, by header, whose meaning a person has chosen. */
  private readonly chosen = linkedSignal({ source: this.file, computation: () => new Set<string>() });
  /** Why each column is taken for what it is. */
  private readonly reasons = linkedSignal(() => this.shown().reasons);
  private readonly decimalChosen = linkedSignal({ source: this.file, computation: () => false });
  /** The file of a feed known before is read as its earlier ones were. */
  private readonly dialect = computed(() => dialectOf(this.mapping().columns, this.shown().signs));
  protected readonly asks = computed(() => {
    const asks = new Set(this.shown().asks.filter((ask) => ask !== 'decimal sign'));
    const isOpen = this.dialect().decimal === null && !this.decimalChosen() && !this.shown().feed;
    return new Set<Doubt>(isOpen ? [...asks, 'decimal sign'] : asks);
  });
  /** What becomes of the pictures that came with the file. */
  protected readonly pictureText = computed(() => {
    const count = this.pictures().length;
    if (count === 0) return '';
    const came = `${quantity(count, 'picture', 'pictures', this.client())} came with it`;
    const isNamed = this.mapping().columns.some(({ role }) => role === 'picture');
    return isNamed
      ? `${came} and will be shown where their ads are named.`
      : `${came}. Map the column that names them to “Picture of the ad”.`;
  });
  protected readonly busy = computed(() => this.job()?.state === 'running');
  /** The file's money is that of its account. */
  protected readonly style = computed((): Style => {
    const { locale, currency } = this.client();
    return { locale, currency: this.of().currency || currency };
  });
  protected readonly report = computed(() => {
    const job = this.job();
    const { report } = job ?? {};
    return report && job?.state === 'ready' ? checkView(report, this.mapping().steps, this.style(), this.vocabulary()) : null;
  });
  protected readonly canImport = computed(() => {
    const report = this.report();
    return report !== null && report.rows > 0 && (report.absentCount === 0 || this.absent() !== null);
  });

  constructor() {
    // An answer to an earlier wish is no longer of interest.
    this.wanted
      .pipe(
        switchMap((wanted) =>
          this.api.call('preview', { params: { client: this.client().id }, body: { hash: this.file().hash, ...wanted } }).pipe(
            map((preview) => ({ preview, wanted })),
            catchError((error: ApiError) => of({ error })),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((reply) => {
        if ('error' in reply) this.error.set(reply.error.message);
        else this.show(reply.preview, reply.wanted.steps !== null);
      });
  }

  private show(preview: Preview, keepMeaning: boolean): void {
    const [before, headers] = [this.mapping(), this.shown().headers];
    this.shown.set(preview);
    if (!keepMeaning) return;
    // What one row is stays as well, whatever the shaped table looks like.
    const guess = before.kind === preview.mapping.kind ? preview : this.guessAs(before.kind, preview);
    const columns = preview.headers.map((name, at): Role => {
      const own = headers.includes(name) ? before.columns[headers.indexOf(name)] : undefined;
      return own ?? guess.mapping.columns[at] ?? { role: 'ignore' };
    });
    this.reasons.set(
      preview.headers.map((name, at) => (headers.includes(name) ? 'as before the table was shaped' : (guess.reasons[at] ?? ''))),
    );
    this.mapping.set({ ...before, steps: preview.mapping.steps });
    this.editColumns(columns);
  }

  /** Reads the first rows again under another layout. */
  protected lay(part: Partial<FileLayout>): void {
    // Another sheet or separator has its header elsewhere.
    this.look({ layout: { ...this.shown().layout, ...part, titleLines: part.titleLines ?? null }, steps: null });
  }

  /** Shows the first rows shaped by these steps. What columns meant before, they mean still. */
  protected shape(steps: readonly Step[]): void {
    this.edit({ steps });
    this.look({ layout: this.shown().layout, steps });
  }

  private look(wanted: Wanted): void {
    this.dropCheck();
    this.error.set('');
    this.wanted.next(wanted);
  }

  protected putRole({ at, role: meant }: { at: number; role: Role }): void {
    this.chosen.update((chosen) => new Set([...chosen, this.shown().headers[at] ?? '']));
    this.editColumns(this.mapping().columns.map((role, column): Role => (column === at ? meant : role)));
  }

  protected setDecimal(decimal: Mapping['decimal']): void {
    this.decimalChosen.set(true);
    this.edit({ decimal });
  }

  /** What columns mean decides which of them say how the file writes its numbers. */
  private editColumns(columns: readonly Role[]): void {
    this.edit({ columns });
    const { decimal, decimals } = this.dialect();
    const differ = decimals.some((each) => each !== null) ? decimals : [];
    this.edit(this.decimalChosen() || decimal === null ? { decimals: differ } : { decimal, decimals: differ });
  }

  /** Another kind of rows gives the same headers another meaning. */
  protected setKind(kind: Mapping['kind']): void {
    const { mapping, reasons } = this.guessAs(kind, this.shown());
    this.reasons.set([...reasons]);
    this.edit({ kind, action: mapping.action, countedBy: mapping.countedBy });
    this.editColumns(mapping.columns);
  }

  private guessAs(kind: Mapping['kind'], { headers, rows }: Preview): Guess {
    return guessMapping(
      headers,
      headers.map((_, column) => rows.map((row) => row[column] ?? '')),
      { vocabulary: this.vocabulary(), kind, main: BUILT_IN_BOOK.outcomeOf(this.client().metricSet)?.id },
    );
  }

  /** Any change of the mapping makes an earlier check worthless. */
  protected edit(part: Partial<Mapping>): void {
    this.mapping.update((mapping) => ({ ...mapping, ...part }));
    this.dropCheck();
  }

  protected check(): void {
    this.error.set('');
    const { feed } = this.shown();
    const { account } = this.of();
    if (account === null) return;
    const sameFeed = feed && feed.account === account && feed.name === this.feedName() ? { id: feed.id } : { name: this.feedName() };
    this.api
      .call('check', {
        params: { client: this.client().id },
        body: {
          file: this.file().hash,
          fileName: this.file().name,
          layout: this.shown().layout,
          account,
          feed: sameFeed,
          mapping: this.mapping(),
          covers: this.covers(),
          pictures: [...this.pictures()],
        },
      })
      .pipe(switchMap((job) => this.follow(job)))
      .subscribe({ error: (error: ApiError) => this.error.set(error.message) });
  }

  /** Other days covered mean another check: other rows are replaced. */
  protected cover(days: DayRange): void {
    this.covers.set(days);
    this.dropCheck();
    this.check();
  }

  protected import(): void {
    const job = this.job();
    if (!job) return;
    this.error.set('');
    this.api
      .call('import', { params: { job: job.id }, body: { absent: this.absent(), person: this.person(), keepFile: this.keepFile() } })
      .pipe(switchMap((started) => this.follow(started)))
      .subscribe({
        next: (ended) => {
          const imported = importedBy(ended, this.mapping());
          if (imported) this.imported.emit(imported);
          if (ended.state === 'done')
            this.closed.emit(`Imported ${this.file().name}: ${quantity(ended.report?.rows ?? 0, 'row', 'rows', this.client())}.`);
        },
        error: (error: ApiError) => this.error.set(error.message),
      });
  }

  protected cancel(): void {
    const job = this.job();
    if (job && (job.state === 'running' || job.state === 'ready')) {
      this.api
        .call('cancelJob', { params: { job: job.id } })
        .subscribe({ next: () => this.closed.emit(''), error: () => this.closed.emit('') });
    } else this.closed.emit('');
  }

  protected dropCheck(): void {
    const job = this.job();
    this.job.set(null);
    this.absent.set(null);
    if (job && (job.state === 'running' || job.state === 'ready')) this.api.call('cancelJob', { params: { job: job.id } }).subscribe();
  }

  private follow(job: Job): Observable<Job> {
    return this.jobs.follow(job).pipe(
      tap((latest) => {
        this.job.set(latest);
        if (latest.error) this.error.set(latest.error);
      }),
      last(),
      takeUntilDestroyed(this.leaving),
    );
  }
}

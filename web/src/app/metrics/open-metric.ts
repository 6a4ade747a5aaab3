import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal, untracked } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router } from '@angular/router';
import type { LibraryReply } from '@lens/contract';
import { type Completion, completionsOf, formulaText, type Mend, metricProblems, readAmong, usesOf } from '@lens/core';
import { filter, type Observable, of, switchMap, tap } from 'rxjs';
import type { ApiError } from '../data/api';
import type { Resolved } from '../data/focus';
import { Person } from '../data/person';
import { Undo } from '../data/undo';
import { type Choice, choicesOf } from '../ui/choices';
import { ConfirmDialog, type Confirm } from '../ui/confirm-dialog';
import { PickField } from '../ui/pick-field';
import { type ChoiceGroup, SearchField } from '../ui/search-field';
import { FormulaEditor } from './formula-editor';
import { LibraryService } from './library';
import { copyOf, EMPTY_FORM, type MetricForm, formOf, metricOf } from './metric-form';
import { MetricPreview } from './metric-preview';
import { MetricVersionsList } from './metric-versions';
import { BETTER_WORDS, UNIT_WORDS } from './unit-words';

/** What a new metric is called before it has an id. */
const NEW = 'new';

/** One metric: its sentence, what it says here, where it is used and what it was before. */
@Component({
  selector: 'ul-open-metric',
  imports: [FormulaEditor, MatButton, MatFormField, MatInput, MatLabel, MetricPreview, MetricVersionsList, PickField, SearchField],
  templateUrl: './open-metric.html',
  styleUrl: './open-metric.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OpenMetric {
  private readonly dialogs = inject(MatDialog);
  private readonly undo = inject(Undo);
  private readonly router = inject(Router);
  private readonly service = inject(LibraryService);
  protected readonly person = inject(Person);

  readonly focus = input.required<Resolved>();
  readonly library = input.required<LibraryReply>();
  readonly id = input.required<string>();

  protected readonly book = computed(() => this.focus().book);
  protected readonly words = computed(() => this.book().library.words);
  protected readonly stored = computed(() => this.library().metrics.find((each) => each.id === this.id()) ?? null);
  protected readonly isNew = computed(() => this.id() === NEW);
  protected readonly builtIn = computed(() => (this.stored() === null && this.book().has(this.id()) ? this.book().named(this.id()) : null));
  private readonly stands = computed(() => {
    const stored = this.stored();
    return stored ? formOf(stored) : EMPTY_FORM;
  });
  /** Another one is opened, or this one is there at last: what others store meanwhile is no reason to begin anew. */
  private readonly opened = computed(() => `${this.id()} ${this.stored() !== null}`);
  protected readonly form = linkedSignal<string, MetricForm>({ source: this.opened, computation: () => untracked(() => this.begun()) });
  /** The version that is looked at. */
  private readonly seen = linkedSignal<string, number>({
    source: this.opened,
    computation: () => untracked(() => this.stored()?.version ?? 0),
  });
  protected readonly note = linkedSignal({ source: this.opened, computation: () => '' });
  protected readonly error = linkedSignal({ source: this.opened, computation: () => '' });
  protected readonly isLate = linkedSignal({ source: this.opened, computation: () => false });
  protected readonly isDirty = computed(() => JSON.stringify(this.form()) !== JSON.stringify(this.stands()));
  private readonly copied = signal<MetricForm | null>(null);
  private readonly said = linkedSignal({ source: this.opened, computation: () => '' });
  /** What it says as it is stored, while it is changed. */
  protected readonly before = computed(() => (this.stored() !== null && this.isDirty() ? this.said() : ''));

  protected readonly draft = computed(() => metricOf(this.form(), this.id(), this.focus().client.id));
  protected readonly read = computed(() => readAmong(this.book().vocabulary, { ...this.draft(), label: this.draft().label || NEW }));
  protected readonly problem = computed(() => (this.draft().text.trim() === '' ? null : this.read().problem));
  /** What is asked for while it is written, in its own words; of a built-in metric its formula. */
  protected readonly tried = computed(() => {
    const builtIn = this.builtIn();
    if (builtIn) return { ...metricOf(copyOf(builtIn, this.book(), builtIn.id), 'tried', ''), label: NEW };
    const { draft, read } = { draft: this.draft(), read: this.read() };
    return read.problem || draft.text.trim() === '' ? null : { ...draft, id: 'tried', label: NEW };
  });
  protected readonly problems = computed(() =>
    metricProblems(this.draft(), this.book().vocabulary).filter(({ path }) => path === 'label' && this.draft().label !== ''),
  );
  protected readonly canSave = computed(
    () => this.isDirty() && this.draft().label.trim() !== '' && this.tried() !== null && this.problems().length === 0,
  );
  protected readonly uses = computed(() => usesOf({ id: this.id(), label: this.stands().label }, this.book().vocabulary, this.book()));
  protected readonly usedIn = computed(() => [
    ...this.uses().metrics.map(({ label }) => `the metric “${label}”`),
    ...this.uses().sets.map(({ label }) => `the set “${label}”`),
  ]);
  protected readonly builtInSets = computed(() =>
    this.book()
      .sets.filter(({ id, metrics }) => metrics.includes(this.id()) && !this.library().sets.some((own) => own.id === id))
      .map(({ label }) => label),
  );
  protected readonly formula = computed(() => {
    const builtIn = this.builtIn();
    return builtIn ? formulaText(builtIn.formula) : '';
  });
  protected readonly unitChoices = computed((): Choice<MetricForm['unit']>[] => [
    { value: null, label: this.read().units.length > 0 ? `${this.unitWord(this.read().metric.unit)} (as it comes)` : 'as it comes' },
    ...this.read().units.flatMap((unit) => (typeof unit === 'object' ? [] : [{ value: unit, label: UNIT_WORDS[unit] }])),
  ]);
  /** Everything that can be said, to be picked instead of typed. */
  protected readonly names = computed((): ChoiceGroup<string>[] => {
    const { options } = completionsOf('', 0, this.words());
    const group = (label: string, kinds: readonly Completion['kind'][]): ChoiceGroup<string> => ({
      label,
      choices: options.flatMap((each) => (kinds.includes(each.kind) ? [{ value: each.text, label: each.label }] : [])),
    });
    const outcomes = this.words().outcomes.flatMap((name) => ['count', 'value', 'people'].map((part) => `${part} of ${name}`));
    return [
      group('Measures', ['measure']),
      { label: 'Outcomes', choices: outcomes.map((text) => ({ value: text, label: text })) },
      group('Metrics', ['metric']),
      group('Targets', ['target']),
      group('Words', ['word']),
    ];
  });
  protected readonly betterChoices = choicesOf(BETTER_WORDS);
  protected readonly betterWords = BETTER_WORDS;
  protected readonly scopes: readonly Choice<boolean>[] = [
    { value: false, label: 'this client' },
    { value: true, label: 'the whole agency' },
  ];

  protected change(part: Partial<MetricForm>): void {
    this.undo.change(this.form, { ...this.form(), ...part });
    this.error.set('');
  }

  protected mendWith({ from, to, text }: Mend): void {
    const own = this.form().text;
    this.change({ text: own.slice(0, from) + text + own.slice(to) });
  }

  /** Puts a name behind what is written. */
  protected append(name: string): void {
    const own = this.form().text.trimEnd();
    this.change({ text: own === '' ? name : `${own} ${name}` });
  }

  /** What is said while nothing is changed is what is stored. */
  protected noted(figure: string): void {
    if (!this.isDirty()) this.said.set(figure);
  }

  protected unitWord(unit: ReturnType<typeof this.read>['metric']['unit']): string {
    return typeof unit === 'object' ? 'a grade' : UNIT_WORDS[unit];
  }

  /** Begins one's own from the one that is open. */
  protected copy(): void {
    const metric = this.book().named(this.id());
    this.copied.set(copyOf(metric, this.book(), this.id()));
    this.go(NEW);
  }

  private begun(): MetricForm {
    const copied = this.copied();
    return this.isNew() && copied ? copied : this.stands();
  }

  protected save(): void {
    const users = this.usedIn();
    const ask: Confirm = {
      title: `Change “${this.stands().label}” everywhere?`,
      text: `It is used by ${new Intl.ListFormat('en-GB').format(users)}. There too it says something else from now on; what it was is kept with its versions.`,
      action: 'Change it',
    };
    const sure: Observable<unknown> =
      users.length > 0 ? this.dialogs.open(ConfirmDialog, { data: ask }).afterClosed().pipe(filter(Boolean)) : of(true);
    const [client, id, seen, was] = [this.focus().client.id, this.isNew() ? null : this.id(), this.seen(), this.stored()];
    sure.pipe(switchMap(() => this.service.putMetric(client, id, this.form(), seen, this.note()))).subscribe({
      next: (stored) => {
        this.undo.stored('The metric is stored. It can be put into sets and used in other metrics.', () =>
          was
            ? this.service.putMetric(client, was.id, formOf(was), seen + 1).pipe(tap(() => this.written(formOf(was))))
            : this.service.removeMetric(client, stored.id, 1),
        );
        this.saved(stored.id);
      },
      error: (problem: ApiError) => {
        this.error.set(problem.message);
        this.isLate.set(problem.problem.status === 409);
        if (this.isLate()) this.service.refresh();
      },
    });
  }

  /** What it was before is stored again, and stands here. */
  private written(form: MetricForm): void {
    this.form.set(form);
    this.seen.set(this.seen() + 1);
  }

  private saved(id: string): void {
    this.seen.set(this.seen() + 1);
    this.note.set('');
    this.isLate.set(false);
    this.copied.set(null);
    if (this.isNew()) this.go(id);
  }

  /** What somebody else has stored meanwhile, instead of what is written here. */
  protected takeTheirs(): void {
    this.form.set(this.stands());
    this.keepMine();
  }

  protected keepMine(): void {
    this.seen.set(this.stored()?.version ?? this.seen());
    this.isLate.set(false);
    this.error.set('');
  }

  protected remove(): void {
    const [client, was, seen] = [this.focus().client.id, this.stored(), this.seen()];
    if (!was) return;
    this.service.removeMetric(client, was.id, seen).subscribe({
      next: () => {
        this.undo.stored(`“${was.label}” is taken away.`, () => this.service.putMetric(client, was.id, formOf(was), seen + 1));
        this.go(null);
      },
      error: (problem: ApiError) => this.error.set(problem.message),
    });
  }

  private go(metric: string | null): void {
    void this.router.navigate(['/metrics'], { queryParams: { metric }, queryParamsHandling: 'merge' });
  }
}

import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList, moveItemInArray } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { type ColumnLook, metricSetProblems } from '@lens/core';
import { map } from 'rxjs';
import type { ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { Undo } from '../data/undo';
import type { Choice } from '../ui/choices';
import { NeedClient } from '../ui/need-client';
import { OrderButtons } from '../ui/order-buttons';
import { PickField } from '../ui/pick-field';
import { type ChoiceGroup, SearchField } from '../ui/search-field';
import { TakenAway } from '../ui/taken-away';
import { LibraryService } from './library';
import { metricGroups } from './metric-lines';
import { ColumnLookForm } from './column-look-form';
import { copyOfSet, EMPTY_SET, linesOfSet, lookText, type SetForm, setFormOf, setOf, withLook } from './set-form';

const NEW = 'new';

/** Metric sets: what a table shows, in which order. */
@Component({
  selector: 'ul-sets-page',
  imports: [
    ...[
      CdkDrag,
      CdkDragHandle,
      CdkDropList,
      ColumnLookForm,
      MatButton,
      MatFormField,
      MatIcon,
      MatIconButton,
      MatInput,
      MatLabel,
      MatTooltip,
    ],
    ...[NeedClient, OrderButtons, PickField, RouterLink, SearchField, TakenAway],
  ],
  templateUrl: './sets-page.html',
  styleUrls: ['./library-list.scss', './sets-page.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SetsPage {
  private readonly focus = inject(FocusService);
  private readonly library = inject(LibraryService);
  private readonly undo = inject(Undo);
  private readonly router = inject(Router);

  protected readonly client = this.focus.client;
  protected readonly book = computed(() => this.focus.resolved()?.book);
  protected readonly id = toSignal(inject(ActivatedRoute).queryParamMap.pipe(map((params) => params.get('set'))), { initialValue: null });
  private readonly stored = toSignal(toObservable(this.client).pipe(this.library.follow));
  protected readonly owns = computed(() => {
    const stored = this.stored();
    return stored?.state === 'ready' ? stored.value.sets : [];
  });
  private readonly removed = computed(() => {
    const stored = this.stored();
    return stored?.state === 'ready' ? stored.value.removed.sets : [];
  });
  protected readonly gone = computed(() => this.removed().map((set) => ({ ...set, text: set.label })));
  protected readonly own = computed(() => this.owns().find((each) => each.id === this.id()) ?? null);
  protected readonly isNew = computed(() => this.id() === NEW);
  protected readonly builtIns = computed(() => {
    const owns = new Set(this.owns().map(({ id }) => id));
    return (this.book()?.sets ?? []).filter(({ id }) => !owns.has(id));
  });
  protected readonly builtIn = computed(() => this.builtIns().find((each) => each.id === this.id()) ?? null);
  private readonly copied = signal<SetForm | null>(null);
  private readonly stands = computed(() => {
    const [own, builtIn] = [this.own(), this.builtIn()];
    return own ? setFormOf(own) : builtIn ? setFormOf({ ...builtIn, client: null }) : EMPTY_SET;
  });
  /** Begins anew when another set is opened, or when this one was read. */
  protected readonly form = linkedSignal<string, SetForm>({
    source: () => `${this.id()} ${this.own()?.version ?? 0} ${this.builtIn()?.id ?? ''}`,
    computation: () => (this.isNew() ? (this.copied() ?? EMPTY_SET) : this.stands()),
  });
  protected readonly error = linkedSignal({ source: this.id, computation: () => '' });
  protected readonly isDirty = computed(() => JSON.stringify(this.form()) !== JSON.stringify(this.stands()));
  protected readonly lines = computed(() => {
    const book = this.book();
    return book ? linesOfSet(this.form(), book) : [];
  });
  protected readonly problems = computed(() => {
    const [book, client] = [this.book(), this.client()];
    if (!book || !client || this.form().label.trim() === '') return [];
    return metricSetProblems(setOf(this.form(), this.id() ?? NEW, client.id), book);
  });
  protected readonly canSave = computed(
    () => this.isDirty() && this.form().label.trim() !== '' && this.form().metrics.length > 0 && this.problems().length === 0,
  );
  protected readonly metrics = computed((): ChoiceGroup<string>[] => {
    const [book, stored, client] = [this.book(), this.stored(), this.client()];
    if (!book || stored?.state !== 'ready' || !client) return [];
    const held = new Set(this.form().metrics);
    return metricGroups(book, stored.value, client.name, '').map(({ label, lines }) => ({
      label,
      choices: lines.filter(({ id }) => !held.has(id)).map((line) => ({ value: line.id, label: line.label })),
    }));
  });
  protected readonly outcomes = computed((): Choice<string | null>[] => [
    { value: null, label: 'no result in particular' },
    ...(this.book()?.vocabulary.outcomes ?? []).map(({ id, label }) => ({ value: id, label: label.toLowerCase() })),
  ]);
  protected readonly scopes: readonly Choice<boolean>[] = [
    { value: false, label: 'this client' },
    { value: true, label: 'the whole agency' },
  ];

  protected change(part: Partial<SetForm>): void {
    this.undo.change(this.form, { ...this.form(), ...part });
    this.error.set('');
  }

  protected add(metric: string): void {
    this.change({ metrics: [...this.form().metrics, metric] });
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    this.move(previousIndex, currentIndex);
  }

  protected move(from: number, to: number): void {
    const metrics = [...this.form().metrics];
    moveItemInArray(metrics, from, to);
    this.change({ metrics });
  }

  protected leaveOut(at: number): void {
    const { metrics, looks } = this.form();
    this.change({ metrics: metrics.toSpliced(at, 1), looks: withLook(looks, metrics[at] ?? '', {}) });
  }

  /** The metric whose look is being changed. */
  protected readonly looking = linkedSignal<string | null, string | null>({ source: this.id, computation: () => null });
  protected readonly lookOf = (metric: string): ColumnLook => this.form().looks[metric] ?? {};
  protected readonly lookText = (metric: string): string => lookText(this.lookOf(metric));

  protected look(metric: string, look: ColumnLook): void {
    this.change({ looks: withLook(this.form().looks, metric, look) });
  }

  /** Leaves out at once what this client has nothing of. */
  protected leaveOutLacking(): void {
    const lacking = new Set(this.lines().flatMap(({ id, problem }) => (problem === '' ? [] : [id])));
    const { metrics, looks } = this.form();
    this.change({
      metrics: metrics.filter((id) => !lacking.has(id)),
      looks: [...lacking].reduce((left, id) => withLook(left, id, {}), looks),
    });
  }

  protected readonly hasLacking = computed(() => this.lines().some(({ problem }) => problem !== ''));

  protected copy(): void {
    this.copied.set(copyOfSet(this.form()));
    this.go(NEW);
  }

  protected save(): void {
    const [client, own] = [this.client()?.id ?? '', this.own()];
    this.library.putSet(client, own?.id ?? null, this.form(), own?.version ?? 0).subscribe({
      next: ({ id, label }) => {
        this.undo.stored(`“${label}” is stored. Compare can show it.`, () =>
          own ? this.library.putSet(client, id, setFormOf(own), own.version + 1) : this.library.removeSet(client, id, 1),
        );
        this.copied.set(null);
        if (this.isNew()) this.go(id);
      },
      error: (problem: ApiError) => this.error.set(problem.message),
    });
  }

  protected remove(): void {
    const [client, own] = [this.client()?.id ?? '', this.own()];
    if (!own) return;
    this.library.removeSet(client, own.id, own.version).subscribe({
      next: () => {
        this.undo.stored(`“${own.label}” is taken away.`, () => this.library.putSet(client, own.id, setFormOf(own), own.version + 1));
        this.go(null);
      },
      error: (problem: ApiError) => this.error.set(problem.message),
    });
  }

  protected bringBack(at: number): void {
    const [client, gone] = [this.client(), this.removed()[at]];
    if (client && gone) this.library.bringBack(this.library.putSet(client.id, gone.id, setFormOf(gone), gone.version));
  }

  private go(set: string | null): void {
    void this.router.navigate(['/metrics/sets'], { queryParams: { set }, queryParamsHandling: 'merge' });
  }
}

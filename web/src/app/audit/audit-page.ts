import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import type { AuditedFinding, FindingState } from '@lens/contract';
import { CHECK_LABELS, type CheckId, CHECKS, countedWords, rangeText, TARGET_METRICS, USUAL_TARGET } from '@lens/core';
import { of, switchMap, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { Undo } from '../data/undo';
import { NoteWriter } from '../logbook/note-writer';
import type { Choice } from '../ui/choices';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { PickField } from '../ui/pick-field';
import { Waiting } from '../ui/waiting';
import { type AuditSection, barText, lookedText, sectionsOf, type Shown } from './audit-sections';
import { DismissDialog } from './dismiss-dialog';
import { FindingCard } from './finding-card';
import { FindingFoot } from './finding-foot';
import type { MovesChosen } from './finding-moves';
import type { FindingView } from './finding-view';
import { OtherCard } from './other-card';
import type { OtherView } from './other-view';
import { type SaidAbout, SaidDialog } from './said-dialog';

/** A control with what stands in it as a signal. */
function valueOf<T>(first: T) {
  const control = new FormControl<T>(first, { nonNullable: true });
  return { control, value: toSignal(control.valueChanges, { initialValue: first }) };
}

/** How a client stands and why: what is off by money at stake, how sure that is, and what to do about it. */
@Component({
  selector: 'ul-audit-page',
  imports: [
    ...[FindingCard, FindingFoot, NeedClient, NgTemplateOutlet, OtherCard, PickField, ReactiveFormsModule, RouterLink, Waiting],
    ...[MatButton, MatExpansionPanel, MatExpansionPanelHeader, MatFormField, MatInput, MatLabel],
  ],
  templateUrl: './audit-page.html',
  styleUrl: './audit-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AuditPage {
  private readonly api = inject(Api);
  private readonly dialog = inject(MatDialog);
  private readonly moves = inject(MovesService);
  private readonly notices = inject(MatSnackBar);
  private readonly doings = inject(Undo);
  private readonly notes = inject(NoteWriter);
  private readonly focus = inject(FocusService);
  private readonly reread = signal(0);

  protected readonly client = this.focus.client;
  protected readonly resolved = this.focus.resolved;
  private readonly asked = computed(
    () => {
      const resolved = this.resolved();
      return resolved
        ? { body: { client: resolved.client.id, period: { from: resolved.period.from, to: resolved.period.to } }, reread: this.reread() }
        : null;
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  protected readonly state = toSignal(
    toObservable(this.asked).pipe(switchMap((asked) => (asked ? loadState(this.api.call('audit', { body: asked.body })) : of(null)))),
  );
  protected readonly audit = computed(() => {
    const state = this.state();
    return state?.state === 'ready' ? state.value : null;
  });
  protected readonly targetText = computed(() => {
    const [audit, resolved] = [this.audit(), this.resolved()];
    return audit && resolved ? barText(audit, resolved.style) : '';
  });
  /** The day of the audit that this one is compared with. */
  protected readonly comparedWith = computed(() => {
    const [before, resolved] = [this.audit()?.before, this.resolved()];
    return before && resolved ? rangeText({ from: before.madeOn, to: before.madeOn }, resolved.style.locale) : '';
  });
  /** The outcome that the client is after. */
  protected readonly outcome = computed(() => {
    const client = this.client();
    return client ? TARGET_METRICS[this.audit()?.target?.metric ?? USUAL_TARGET[client.metricSet]].outcome : '';
  });
  protected readonly countedText = computed(() => countedWords(this.audit()?.target?.countedBy ?? 'orders').who);
  protected readonly sections = computed((): AuditSection[] => {
    const [audit, resolved] = [this.audit(), this.resolved()];
    const sought = { check: this.check.value(), text: this.text.value().trim() };
    return audit && resolved ? sectionsOf(audit, { style: resolved.style, today: this.focus.clock()?.today ?? 0, sought }) : [];
  });
  /** Only findings of one check, or with some words in them. */
  protected readonly check = valueOf<CheckId | null>(null);
  protected readonly text = valueOf('');
  protected readonly checks: readonly Choice<CheckId | null>[] = [
    { value: null, label: 'Everything' },
    ...CHECKS.map((value) => ({ value, label: CHECK_LABELS[value] })),
  ];
  /** What was looked into. */
  protected readonly looked = computed((): string[] => {
    const [audit, resolved] = [this.audit(), this.resolved()];
    return audit && resolved ? audit.checks.map((check) => lookedText(check, resolved.style)) : [];
  });
  /** Findings whose picture is open. */
  protected readonly open = signal<ReadonlySet<string>>(new Set());

  protected toggle(key: string): void {
    const open = new Set(this.open());
    if (!open.delete(key)) open.add(key);
    this.open.set(open);
  }

  /** Offers what a finding says as a note of the day on which it began. */
  protected note({ finding: { since, about } }: OtherView): void {
    if (!since) return;
    this.notes.change({
      text: '',
      days: { from: since.day, to: since.until ?? since.day },
      channel: about.kind === 'Channel' ? about.name : null,
      campaign: null,
    });
  }

  /** Asks what is to be said of a finding. */
  protected say({ view, said }: Shown): void {
    const client = this.client();
    if (!client) return;
    const says = 'says' in view.finding ? view.finding.says : view.finding.name;
    this.dialog
      .open<SaidDialog, SaidAbout, FindingState>(SaidDialog, {
        width: '460px',
        data: { client: client.id, key: view.finding.key, says, state: said.state },
      })
      .afterClosed()
      .subscribe((state) => {
        if (state) this.reread.update((n) => n + 1);
      });
  }

  /** The one move of a finding against the target. */
  protected readonly whole = (view: FindingView): MovesChosen => ({ subjects: [], name: view.change });

  protected dismissSome(finding: AuditedFinding, chosen: MovesChosen): void {
    this.dialog
      .open<DismissDialog, string, string>(DismissDialog, {
        width: '420px',
        data: finding.check === 'target' ? finding.name : finding.about.name,
      })
      .afterClosed()
      .subscribe((reason) => {
        if (reason) this.decide(finding, 'dismissed', chosen, reason);
      });
  }

  protected takeBack(id: string | undefined): void {
    const resolved = this.resolved();
    if (!resolved || id === undefined) return;
    this.moves
      .undo(resolved.client.id, [id])
      .subscribe({ next: () => this.reread.update((n) => n + 1), error: (error: ApiError) => this.tell(error.message) });
  }

  protected decide(finding: AuditedFinding, decision: 'accepted' | 'dismissed', { subjects, name }: MovesChosen, reason = ''): void {
    const asked = this.asked();
    if (!asked) return;
    const { client, period } = asked.body;
    this.moves.decide(client, { period, finding: finding.key, subjects: [...subjects], decision, reason }).subscribe({
      next: (moves) => {
        const reread = (): void => this.reread.update((n) => n + 1);
        reread();
        const ids = moves.map(({ id }) => id);
        this.doings.stored(`${decision === 'accepted' ? 'Accepted' : 'Dismissed'}: ${name}`, () =>
          this.moves.undo(client, ids).pipe(tap(reread)),
        );
      },
      error: (error: ApiError) => this.tell(error.message),
    });
  }

  private tell(message: string): void {
    this.notices.open(message, 'Close', { duration: 6000 });
  }
}

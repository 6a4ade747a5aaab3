import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatDialog } from '@angular/material/dialog';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import { countedWords, formatNumber, BUILT_IN_BOOK } from '@lens/core';
import { of, switchMap, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { Undo } from '../data/undo';
import { NoteWriter } from '../logbook/note-writer';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { Waiting } from '../ui/waiting';
import { DismissDialog } from './dismiss-dialog';
import { FindingCard } from './finding-card';
import { type AuditSection, lookedText, sectionsOf } from './audit-sections';
import { OtherCard } from './other-card';
import type { FindingView } from './finding-view';
import type { OtherView } from './other-view';

/** How a client stands and why: what is off by money at stake, how sure that is, and what to do about it. */
@Component({
  selector: 'ul-audit-page',
  imports: [FindingCard, OtherCard, MatExpansionPanel, MatExpansionPanelHeader, NeedClient, RouterLink, Waiting],
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
    const target = this.audit()?.target;
    const resolved = this.resolved();
    if (!target || !resolved) return '';
    const metric = BUILT_IN_BOOK.named(target.metric);
    return `${metric.label} ${metric.better === 'lower' ? '≤' : '≥'} ${formatNumber(target.value, metric.unit, resolved.style)}`;
  });
  protected readonly countedText = computed(() => countedWords(this.audit()?.target?.countedBy ?? 'orders').who);
  protected readonly sections = computed((): AuditSection[] => {
    const [audit, resolved] = [this.audit(), this.resolved()];
    return audit && resolved ? sectionsOf(audit.findings, resolved.style) : [];
  });
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

  protected accept(view: FindingView): void {
    this.send(view, 'accepted', '');
  }

  protected dismiss(view: FindingView): void {
    this.dialog
      .open<DismissDialog, string, string>(DismissDialog, { width: '420px', data: view.finding.name })
      .afterClosed()
      .subscribe((reason) => {
        if (reason) this.send(view, 'dismissed', reason);
      });
  }

  protected undo(view: FindingView): void {
    const resolved = this.resolved();
    const id = view.finding.decided?.id;
    if (!resolved || id === undefined) return;
    this.moves
      .undo(resolved.client.id, id)
      .subscribe({ next: () => this.reread.update((n) => n + 1), error: (error: ApiError) => this.tell(error.message) });
  }

  private send(view: FindingView, decision: 'accepted' | 'dismissed', reason: string): void {
    const asked = this.asked();
    if (!asked) return;
    this.moves.decide(asked.body.client, { period: asked.body.period, finding: view.finding.key, decision, reason }).subscribe({
      next: ({ id }) => {
        const reread = (): void => this.reread.update((n) => n + 1);
        reread();
        const done = decision === 'accepted' ? `Accepted: ${view.change}` : `Dismissed: ${view.finding.name}`;
        this.doings.stored(done, () => this.moves.undo(asked.body.client, id).pipe(tap(reread)));
      },
      error: (error: ApiError) => this.tell(error.message),
    });
  }

  private tell(message: string): void {
    this.notices.open(message, 'Close', { duration: 6000 });
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatDialog } from '@angular/material/dialog';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import type { AuditReply } from '@lens/contract';
import { countedWords, formatNumber, BUILT_IN_BOOK } from '@lens/core';
import { of, switchMap, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { Undo } from '../data/undo';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { DismissDialog } from './dismiss-dialog';
import { FindingCard } from './finding-card';
import { type FindingView, findingView } from './finding-view';

interface Section {
  readonly title: string;
  readonly note: string;
  readonly findings: readonly FindingView[];
  readonly empty: string;
}

/** Who misses the target, how sure that is, and the one change each finding calls for. */
@Component({
  selector: 'ul-audit-page',
  imports: [FindingCard, MatExpansionPanel, MatExpansionPanelHeader, NeedClient, RouterLink],
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
  protected readonly sections = computed((): Section[] => {
    const audit = this.audit();
    const resolved = this.resolved();
    return audit?.target && resolved ? sectionsOf(audit.findings.map((finding) => findingView(finding, resolved.style))) : [];
  });

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

function sectionsOf(views: readonly FindingView[]): Section[] {
  const bySpend = [...views].sort((a, b) => b.finding.spend - a.finding.spend);
  const supported = bySpend.filter(({ finding }) => finding.supported && finding.verdict === 'misses');
  const capped = bySpend.filter(({ finding }) => finding.stopLoss?.stop === true && !supported.some((view) => view.finding === finding));
  const above = bySpend.filter(
    ({ finding }) => finding.supported && finding.verdict === 'beats' && finding.level === 'campaign' && finding.move !== null,
  );
  const rest = bySpend.filter(({ finding }) => !capped.some((view) => view.finding === finding));
  const undecided = rest.filter(({ finding }) => isOpen(finding));
  return [
    {
      title: 'Miss the target, and the data supports it',
      note: 'The whole 95 % range lies on the wrong side, also after allowing for chance findings in a long list.',
      findings: supported,
      empty: 'None.',
    },
    {
      title: 'Stop loss',
      note: 'A cap on losses, not a verdict: spend over the cap without one early step.',
      findings: capped,
      empty: 'No ad has passed its cap.',
    },
    {
      title: 'Above target and held back by the budget',
      note: 'Clearly better than promised while impressions are lost to the daily budget.',
      findings: above,
      empty: 'None.',
    },
    {
      title: 'Undecided',
      note: 'The range spans the target. More data, not a decision, is what these need.',
      findings: undecided,
      empty: 'None.',
    },
    {
      title: 'Not judged',
      note: 'What is known of these does not suffice for a verdict against the target.',
      findings: bySpend.filter(({ finding }) => finding.unfit !== null && finding.level === 'campaign'),
      empty: 'None.',
    },
  ];
}

const isOpen = (finding: AuditReply['findings'][number]): boolean =>
  finding.verdict === 'undecided' ||
  finding.verdict === 'at the bar' ||
  (!finding.supported && (finding.verdict === 'misses' || finding.verdict === 'beats'));

import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import { MatSnackBar } from '@angular/material/snack-bar';
import { RouterLink } from '@angular/router';
import type { PlanReply, PlanRequest } from '@lens/contract';
import { daysInMonth, dayParts, formatNumber } from '@lens/core';
import { tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { Undo } from '../data/undo';
import { answered } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { Waiting } from '../ui/waiting';
import { PlanRow } from './plan-row';
import { PlanSentence } from './plan-sentence';
import { type PlanView, planView } from './plan-view';

/** A plan that was put beside others: what it was asked, and what it came to. */
interface Kept {
  readonly asked: PlanRequest;
  readonly gain: string;
  readonly sums: string;
}

/** The fewest days of a month that are worth a plan of their own. */
const LEAST_DAYS = 5;

/** Money split over a client's campaigns so that it brings most: drawn, held, put side by side, and accepted as moves. */
@Component({
  selector: 'ul-plan-page',
  imports: [MatButton, MatSlider, MatSliderThumb, NeedClient, PlanRow, PlanSentence, RouterLink, Waiting],
  templateUrl: './plan-page.html',
  styleUrl: './plan-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly moves = inject(MovesService);
  private readonly notices = inject(MatSnackBar);
  private readonly doings = inject(Undo);
  protected readonly client = this.focus.client;
  private readonly reread = signal(0);

  /** What is asked: of each client anew. */
  protected readonly asked = linkedSignal<PlanRequest | null>(() => {
    const [client, clock] = [this.client(), this.focus.clock()];
    return client && clock ? { days: daysToPlan(clock.today), goal: 'profit', total: null, promised: null, step: 0.2, fixed: [] } : null;
  });
  private readonly question = computed(() => {
    const [client, body] = [this.client(), this.asked()];
    return client && body ? { client: client.id, body, reread: this.reread() } : null;
  });
  private readonly reply = answered(this.question, ({ client, body }) => this.api.call('plan', { params: { client }, body }));
  protected readonly failure = this.reply.failure;
  /** Whether the plan in sight is of what is asked: nothing else can be accepted. */
  protected readonly isCurrent = computed(() => this.reply.value() !== null);
  /** The newest plan of this client: it stays in sight while the next is made. */
  protected readonly plan = linkedSignal<{ client: string | undefined; reply: PlanReply | null }, PlanReply | null>({
    source: () => ({ client: this.client()?.id, reply: this.reply.value() }),
    computation: ({ client, reply }, before) => reply ?? (before?.source.client === client ? (before?.value ?? null) : null),
  });
  protected readonly view = computed((): PlanView | null => {
    const [plan, asked, client] = [this.plan(), this.asked(), this.client()];
    return plan && asked && client ? planView(plan, asked, client) : null;
  });
  protected readonly total = computed(() => {
    const [plan, client] = [this.plan(), this.client()];
    return plan && client ? formatNumber(plan.planned.spend, 'money', client) : '';
  });
  /** Changes that are not to be accepted. */
  protected readonly left = linkedSignal<string | undefined, ReadonlySet<string>>({
    source: () => this.client()?.id,
    computation: () => new Set(),
  });
  protected readonly chosen = computed(() => (this.view()?.movable ?? []).filter((key) => !this.left().has(key)));
  protected readonly kept = linkedSignal<string | undefined, readonly Kept[]>({ source: () => this.client()?.id, computation: () => [] });

  protected ask(asked: PlanRequest): void {
    this.asked.set(asked);
  }

  /** Says what a campaign spends a day, or lets it be planned again. */
  protected draw(key: string, spend: number | null): void {
    const asked = this.asked();
    if (!asked) return;
    const others = asked.fixed.filter((each) => each.key !== key);
    this.asked.set({ ...asked, fixed: spend === null ? others : [...others, { key, spend }] });
  }

  /** All of the money, drawn as so much a day. */
  protected drawTotal(spend: number): void {
    const asked = this.asked();
    if (asked) this.asked.set({ ...asked, total: Math.round(spend * (asked.days.to - asked.days.from + 1)) });
  }

  protected choose(key: string, isChosen: boolean): void {
    const left = new Set(this.left());
    if (isChosen) left.delete(key);
    else left.add(key);
    this.left.set(left);
  }

  protected keep(): void {
    const [asked, view] = [this.asked(), this.view()];
    if (asked && view) this.kept.update((kept) => [...kept, { asked, gain: view.gain, sums: view.sums }]);
  }

  protected forget(kept: Kept): void {
    this.kept.update((all) => all.filter((each) => each !== kept));
  }

  protected keptText({ asked: { total, step, promised, fixed } }: Kept): string {
    const client = this.client();
    const money = total === null || !client ? 'As much as pays' : formatNumber(total, 'money', client);
    const held = fixed.length > 0 ? `, ${fixed.length} said by hand` : '';
    return `${money}, by at most ${Math.round(100 * step)} %${promised === null ? '' : ', with the target kept'}${held}`;
  }

  protected accept(): void {
    const [client, asked, plan] = [this.client(), this.asked(), this.plan()];
    if (!client || !asked || !plan) return;
    const keys = [...this.chosen()];
    this.moves.acceptPlan(client.id, { plan: asked, keys, dataVersion: plan.dataVersion }).subscribe({
      next: ({ moves }) => {
        const reread = (): void => this.reread.update((n) => n + 1);
        reread();
        // The newest of all are those that have just been accepted.
        const ids = moves.slice(0, keys.length).map(({ id }) => id);
        const undo = () => this.moves.undo(client.id, ids).pipe(tap(reread));
        this.doings.stored(`Accepted: ${keys.length} ${keys.length === 1 ? 'change' : 'changes'} of budgets`, undo);
      },
      error: (error: ApiError) => this.notices.open(error.message, 'Close', { duration: 8000 }),
    });
  }
}

/** The rest of this month, or the next one where hardly anything is left of it. */
function daysToPlan(today: number): { from: number; to: number } {
  const last = today - dayParts(today).date + daysInMonth(today);
  return last - today + 1 >= LEAST_DAYS ? { from: today, to: last } : { from: last + 1, to: last + daysInMonth(last + 1) };
}

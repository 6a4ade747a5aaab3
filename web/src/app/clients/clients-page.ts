import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { ClientGlance } from '@lens/contract';
import {
  countedWords,
  type CountedBy,
  type Figure,
  figureText,
  formatNumber,
  BUILT_IN_BOOK,
  type OrdersMeant,
  rangeText,
} from '@lens/core';
import { startWith, Subject, switchMap } from 'rxjs';
import { DEFAULT_FOCUS, writeFocus } from '../data/address';
import { Api } from '../data/api';
import { loadState } from '../ui/load-state';
import { Ring } from '../ui/ring';
import { NewClientDialog } from './new-client-dialog';

/** Every client this month: target, spend against plan, what waits. */
@Component({
  selector: 'ul-clients-page',
  imports: [MatButton, MatIcon, Ring, RouterLink],
  templateUrl: './clients-page.html',
  styleUrl: './clients-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ClientsPage {
  private readonly api = inject(Api);
  private readonly dialog = inject(MatDialog);
  private readonly again = new Subject<void>();
  protected readonly glances = toSignal(
    this.again.pipe(
      startWith(undefined),
      switchMap(() => loadState(this.api.call('glances', {}))),
    ),
  );
  protected readonly lines = computed(() => {
    const state = this.glances();
    return state?.state === 'ready' ? state.value.map(lineOf) : [];
  });

  protected add(): void {
    this.dialog
      .open(NewClientDialog, { width: '420px' })
      .afterClosed()
      .subscribe((added) => {
        if (added) this.again.next();
      });
  }

  protected retry(): void {
    this.again.next();
  }
}

interface ClientLine {
  readonly glance: ClientGlance;
  readonly days: string;
  readonly target: string;
  readonly actual: string;
  /** Which outcomes that counts; empty where there is no difference. */
  readonly meant: string;
  /** The same of the other outcomes. */
  readonly other: string;
  readonly spend: string;
  readonly plan: string;
  readonly pace: string;
  readonly link: Record<string, string | null>;
}

function lineOf(glance: ClientGlance): ClientLine {
  const { client, period, target, actual, other, spend, plan, pacing } = glance;
  const outcomes = OUTCOME_WORDS[client.metricSet];
  const metric = target ? BUILT_IN_BOOK.named(target.metric) : null;
  const sign = metric?.better === 'lower' ? '≤' : '≥';
  const text = (figure: Figure | null): string => (figure ? figureText(figure, metric?.unit ?? 'number', client).text : '');
  const link = writeFocus({
    ...DEFAULT_FOCUS,
    client: client.id,
    period: { preset: 'this-month' },
    ...(target ? { countedBy: target.countedBy, basis: target.basis } : {}),
  });
  return {
    glance,
    days: period ? rangeText(period, client.locale) : '',
    target: target && metric ? `${metric.label} ${sign} ${formatNumber(target.value, metric.unit, client)}, ${counting(target)}` : '',
    actual: metric ? `${metric.label} ${text(actual)}` : '',
    meant: target && other ? meantWords(target.orders, outcomes) : '',
    other:
      metric && other ? `${capital(meantWords(other.orders, outcomes))}: ${metric.label} ${text(other.actual)}${metText(other.met)}` : '',
    spend: spend ? figureText(spend, 'money', client).text : '',
    plan: plan === null ? '' : formatNumber(plan, 'money', client),
    pace: pacing
      ? `month end at this pace ${formatNumber(pacing.monthEnd, 'money', client)}; ${formatNumber(pacing.neededADay, 'money', client)} a day from now meets the plan`
      : '',
    link,
  };
}

/** What a client's outcomes are called. */
const OUTCOME_WORDS: Readonly<Record<ClientGlance['client']['metricSet'], string>> = {
  shop: 'orders',
  leads: 'leads',
  bookings: 'bookings',
  installs: 'installs',
};

const meantWords = (orders: OrdersMeant, outcomes: string): string =>
  orders === 'matched' ? `by ${outcomes} matched to campaigns` : `by all ${outcomes}`;
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const metText = (met: number | null): string => (met === null ? '' : `, ${Math.round(met * 100)} % of the target`);

const counting = (target: { countedBy: CountedBy; basis: string }): string =>
  `as ${countedWords(target.countedBy).as.replace(/ them$/, '')}, by ${target.basis} date`;

import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { type Params, RouterLink } from '@angular/router';
import type { Note, Trace } from '@lens/contract';
import {
  countedWords,
  creditingOf,
  type Figure,
  figureText,
  formatNumber,
  isCredited,
  type MetricBook,
  type MetricId,
  quantity,
  type Question,
  rangeText,
  type Style,
  type Unit,
  USUAL_CREDITING,
  type KeptSpend,
} from '@lens/core';
import { switchMap } from 'rxjs';
import { readCredit, writeCredit } from '../credit/credit-state';
import { Api } from '../data/api';
import { NoteWriter } from '../logbook/note-writer';
import { loadState } from '../ui/load-state';
import { withoutClickText } from './without-click';
import { keptText } from './kept-text';
import { momentText } from '../ui/moment-text';

/** How one figure came about: formula, numbers, feeds, files, what is left out, which date. */
@Component({
  selector: 'ul-trace-drawer',
  imports: [MatButton, MatIcon, MatIconButton, RouterLink],
  templateUrl: './trace-drawer.html',
  styleUrl: './trace-drawer.scss',
  host: { '(document:keydown.escape)': 'closed.emit()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TraceDrawer {
  private readonly api = inject(Api);
  protected readonly notes = inject(NoteWriter);
  readonly question = input.required<Question>();
  readonly row = input.required<string>();
  readonly metric = input.required<MetricId>();
  readonly style = input.required<Style>();
  readonly book = input.required<MetricBook>();
  readonly closed = output();

  private readonly asked = computed(() => ({ question: this.question(), row: this.row(), metric: this.metric() }), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  protected readonly state = toSignal(toObservable(this.asked).pipe(switchMap((body) => loadState(this.api.call('trace', { body })))));
  protected readonly trace = computed(() => {
    const state = this.state();
    return state?.state === 'ready' ? state.value : null;
  });
  private readonly about = computed((): Partial<Note> => {
    const trace = this.trace();
    // A note is of the client in focus.
    if (!trace || this.question().clients.length > 1) return {};
    const { day, channel, campaign } = trace.about;
    const noted = day ?? this.question().period.to;
    return { days: { from: noted, to: noted }, channel, campaign };
  });
  private readonly panel = viewChild.required<ElementRef<HTMLElement>>('panel');

  constructor() {
    // The drawer stands beside the page, so focus is lent to it and given back, not held.
    const before = document.activeElement;
    effect(() => this.notes.lookedAt.set(this.about()));
    afterNextRender(() => this.panel().nativeElement.focus());
    inject(DestroyRef).onDestroy(() => {
      this.notes.lookedAt.set({});
      if (before instanceof HTMLElement && before.isConnected) before.focus();
    });
  }

  protected readonly named = computed(() => this.book().named(this.metric()));
  protected readonly result = computed(() => {
    const trace = this.trace();
    return trace ? figureText(trace.figure, this.named().unit, this.style()) : null;
  });
  protected readonly days = computed(() => rangeText(this.question().period, this.style().locale));

  protected readonly basis = computed(() => {
    const { countedBy, basis, knownOn } = this.question();
    const known = knownOn === null ? '' : ` As known on ${rangeText({ from: knownOn, to: knownOn }, this.style().locale)}.`;
    const by = `Outcomes as ${countedWords(countedBy).as}`;
    return `${by}, ${basis === 'sale' ? 'on the day of the sale' : 'on the day of the click before the sale'}, unless the formula says otherwise.${known}`;
  });
  protected readonly leftOut = computed(() => {
    const trace = this.trace();
    const notes: string[] = [];
    if (trace?.figure.coverage !== undefined)
      notes.push(
        `Covers ${formatNumber(Math.floor(trace.figure.coverage * 100) / 100, 'share', this.style(), 0)} of spend: the rest is not measured for every part of the formula.`,
      );
    if (trace && trace.unreadLines > 0)
      notes.push(
        `${quantity(trace.unreadLines, 'line', 'lines', this.style())} of the files behind it could not be read: it is at least what the others say.`,
      );
    const left = withoutClickText(trace?.withoutClickDay ?? [], this.style(), this.book().vocabulary);
    if (left)
      notes.push(`${left} ${isCredited(this.question().countedBy) ? 'have no known touch' : 'carry no click date'} and are in no row.`);
    if (this.row() === 'total')
      notes.push(
        'Orders that match no campaign are in the total: it sets all orders against all spend. Those matched to campaigns are the row below it.',
      );
    notes.push('Days that have not ended are left out.');
    return notes;
  });

  /** What lines of a source are: a report’s rows, or touches that are credited. */
  protected rows(count: number, isCredited: boolean): string {
    return isCredited ? quantity(count, 'touch', 'touches', this.style()) : quantity(count, 'row', 'rows', this.style());
  }

  /** The address of the journeys behind what is credited, as far as the row tells whose they are. */
  protected journeysOf({ action, as }: NonNullable<Trace['inputs'][number]['credited']>): Params {
    const { campaign = null, channel = null } = this.about();
    const { lookback, views } = creditingOf(as) ?? USUAL_CREDITING;
    const state = { action, lookback, views, by: [campaign === null ? 'channel' : 'campaign'], tab: 'journeys' as const };
    const of = campaign ?? channel;
    return writeCredit({ ...readCredit(() => null), ...state, containing: of === null ? [] : [of] });
  }

  protected keptText(kept: KeptSpend, fields: readonly string[]): string {
    return keptText(kept, fields, (amount) => this.text({ kind: 'value', value: amount }, 'money'));
  }

  protected text(figure: Figure, unit: Unit): string {
    return figureText(figure, unit, this.style()).spoken;
  }

  protected when(iso: string): string {
    return momentText(iso, this.style());
  }
}

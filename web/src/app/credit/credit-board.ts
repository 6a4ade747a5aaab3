import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { CREDIT_RULES, type CreditRule, isLevel } from '@lens/core';
import { tap } from 'rxjs';
import { Api } from '../data/api';
import { ChoicePhrase } from '../ui/choice-phrase';
import { DaysPhrase } from '../ui/days-phrase';
import type { Choice } from '../ui/choices';
import { answered } from '../ui/load-state';
import { Waiting } from '../ui/waiting';
import { ByPhrases } from './by-phrases';
import { CreditAsk } from './credit-ask';
import { CreditAxis, RuleMark } from './credit-axis';
import { creditNotes } from './credit-notes';
import type { CreditMeasure } from './credit-state';
import { creditView, markLabel } from './credit-view';
import { RoleStroke } from './role-stroke';
import { RULE_WORDS } from './rule-words';

/** Who is credited, by several rules side by side: as marks on one axis a row, or as numbers. */
@Component({
  selector: 'ul-credit-board',
  imports: [
    ByPhrases,
    ChoicePhrase,
    CreditAxis,
    DaysPhrase,
    MatButton,
    MatFormField,
    MatIcon,
    MatInput,
    MatTooltip,
    RoleStroke,
    RuleMark,
    Waiting,
  ],
  templateUrl: './credit-board.html',
  styleUrl: './credit-board.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CreditBoard {
  private readonly api = inject(Api);
  protected readonly ask = inject(CreditAsk);

  private readonly answer = answered(this.ask.asked, ({ client, body }) =>
    this.api.call('credit', { params: { client }, body }).pipe(tap((reply) => this.ask.learn(reply))),
  );
  protected readonly reply = this.answer.value;
  protected readonly failure = this.answer.failure;
  protected readonly view = computed(() => {
    const [reply, resolved] = [this.reply(), this.ask.focus.resolved()];
    if (!reply || !resolved) return null;
    const absent = this.ask
      .state()
      .by.map((each) => (isLevel(each) ? `no ${this.ask.labelOf(each)}` : `${this.ask.labelOf(each)} not told`));
    return creditView(reply, this.ask.state(), { outcome: this.ask.outcome(), style: resolved.style, absent });
  });
  protected readonly notes = computed(() => {
    const [reply, resolved] = [this.reply(), this.ask.focus.resolved()];
    if (!reply || !resolved) return [];
    const { period, style } = resolved;
    return creditNotes(reply, { outcome: this.ask.outcome(), style, period, lookback: this.ask.state().lookback });
  });
  protected readonly thickest = computed(() => Math.max(0.01, ...(this.view()?.rows.flatMap(({ roles }) => roles ?? []) ?? [])));
  protected readonly legend = computed(() => {
    const { hidden } = this.ask.state();
    const lacks = this.reply()?.lacks;
    const isLacking = (rule: CreditRule): boolean => (rule === 'removal' || rule === 'shapley') && lacks?.[rule] !== null;
    return CREDIT_RULES.map((rule) => ({ rule, ...RULE_WORDS[rule], isShown: !hidden.includes(rule), isLacking: isLacking(rule) }));
  });
  protected readonly beside = (['claims', 'lost'] as const).map((mark) => ({ mark, label: markLabel(mark) }));
  protected readonly measures: readonly Choice<CreditMeasure>[] = [
    { value: 'outcomes', label: 'how many' },
    { value: 'value', label: 'what they are worth' },
    { value: 'cost', label: 'what one costs' },
    { value: 'ROAS', label: 'ROAS', note: 'value for each unit of spend' },
  ];
  protected readonly measureText = computed(() => this.measures.find(({ value }) => value === this.ask.state().measure)?.label ?? '');
  /** The row that is open. */
  protected readonly open = signal<string | null>(null);

  protected toggle(rule: CreditRule): void {
    const { hidden } = this.ask.state();
    this.ask.change({ hidden: hidden.includes(rule) ? hidden.filter((each) => each !== rule) : [...hidden, rule] });
  }
}

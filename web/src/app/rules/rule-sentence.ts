import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { ClientDetail, RuleBody } from '@lens/contract';
import { AMOUNT_TESTS, bookOf, isDayDimension, type RuleCondition, ruleConditionText, type RuledMember } from '@lens/core';
import { fieldChoices, fieldLabel } from '../data/fields';
import { vocabularyOf } from '../data/vocabulary';
import { WherePhrases } from '../compare/where-phrases';
import type { Choice } from '../ui/choices';
import { ChoicePhrase } from '../ui/choice-phrase';
import { Phrase } from '../ui/phrase';
import { PickField, plainChoices } from '../ui/pick-field';
import { SearchField } from '../ui/search-field';
import { actionChoices, DAYS, EVERY, lookingAt, memberChoices } from './rule-form';

/** A standing rule as a sentence whose words can be changed. */
@Component({
  selector: 'ul-rule-sentence',
  imports: [ChoicePhrase, MatButton, MatFormField, MatInput, MatLabel, Phrase, PickField, SearchField, WherePhrases],
  template: `
    <p>
      When a
      <ul-choice-phrase label="What is looked at" [text]="rule().of" [choices]="members()" [value]="rule().of" (chosen)="look($event)" />
      over
      <ul-choice-phrase
        label="Days looked back on"
        [text]="rule().days + ' days'"
        [choices]="days"
        [value]="rule().days"
        (chosen)="change({ days: $event })"
      />
      has
      @for (condition of rule().all; track $index; let at = $index) {
        @if (at > 0) {
          and
        }
        <ul-phrase label="Condition" [text]="textOf(condition)" [startsOpen]="added() === at">
          <ng-template let-close>
            <div class="fields">
              <ul-search-field label="Metric" [groups]="metrics()" [value]="condition.metric" (chosen)="set(at, { metric: $event })" />
              <ul-pick-field label="How" [choices]="tests" [value]="condition.test" (chosen)="set(at, { test: $event })" />
              <mat-form-field class="amount">
                <mat-label>Amount</mat-label>
                <input
                  #number
                  cdkFocusInitial
                  matInput
                  type="number"
                  step="any"
                  [value]="condition.than"
                  (change)="setAmount(at, number.valueAsNumber)"
                  (keydown.enter)="setAmount(at, number.valueAsNumber); close()"
                />
              </mat-form-field>
              <ul-pick-field label="Counted in" [choices]="scales" [value]="condition.scale" (chosen)="set(at, { scale: $event })" />
            </div>
            <div class="actions">
              @if (rule().all.length > 1) {
                <button mat-button type="button" (click)="remove(at); close()">Take out</button>
              }
              <button mat-button type="button" (click)="close()">Done</button>
            </div>
          </ng-template>
        </ul-phrase>
      }
      <button mat-button type="button" [disabled]="rule().all.length >= 6" (click)="add()">and…</button>
      only where
      <ul-where-phrases
        class="where"
        [value]="rule().where"
        [fields]="fields()"
        [labelOf]="labelOf()"
        (changed)="change({ where: $event })"
      />: propose
      <ul-choice-phrase
        label="What is proposed"
        [text]="actionText()"
        [choices]="actions()"
        [value]="rule().then"
        (chosen)="change({ then: $event })"
      />. Look every
      <ul-choice-phrase
        label="How often"
        [text]="rule().every === 1 ? 'day' : rule().every + ' days'"
        [choices]="every"
        [value]="rule().every"
        (chosen)="change({ every: $event })"
      />
    </p>
  `,
  styles: `
    p {
      font-size: 19px;
      line-height: 1.8;
      margin: 0 0 10px;
    }
    .where {
      display: inline;
    }
    .fields {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
      max-width: 480px;
    }
    .actions {
      display: flex;
      border-top: 1px solid var(--line);
      margin-top: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleSentence {
  readonly rule = input.required<RuleBody>();
  readonly client = input.required<ClientDetail>();
  readonly changed = output<RuleBody>();

  protected readonly days = DAYS;
  protected readonly every = EVERY;
  protected readonly tests = plainChoices(AMOUNT_TESTS);
  protected readonly scales: readonly Choice<RuleCondition['scale']>[] = [
    { value: 'amount', label: 'itself' },
    { value: 'may cost', label: 'times what one result may cost' },
  ];
  /** The condition that was added last: its panel opens. */
  protected readonly added = signal<number | null>(null);
  private readonly vocabulary = computed(() => vocabularyOf(this.client()));
  private readonly book = computed(() => bookOf(this.vocabulary()));
  protected readonly members = computed(() => memberChoices(this.client().dimensions));
  protected readonly metrics = computed(() => [{ label: '', choices: this.book().metrics.map(({ id, label }) => ({ value: id, label })) }]);
  protected readonly fields = computed(() => fieldChoices(this.client(), false).filter(({ value }) => !isDayDimension(value)));
  protected readonly labelOf = computed(() => (dimension: string) => fieldLabel(dimension, this.vocabulary()));
  protected readonly actions = computed(() => actionChoices(this.rule().of));
  protected readonly actionText = computed(() => this.actions().find(({ value }) => value === this.rule().then)?.label ?? '');

  protected textOf(condition: RuleCondition): string {
    return ruleConditionText(condition, this.book(), this.client());
  }

  protected look(of: RuledMember): void {
    this.changed.emit(lookingAt(this.rule(), of));
  }

  protected change(part: Partial<RuleBody>): void {
    this.changed.emit({ ...this.rule(), ...part });
  }

  protected set(at: number, part: Partial<RuleCondition>): void {
    const { all } = this.rule();
    const own = all[at];
    if (own) this.change({ all: all.with(at, { ...own, ...part }) });
  }

  protected setAmount(at: number, than: number): void {
    if (Number.isFinite(than)) this.set(at, { than });
  }

  protected add(): void {
    this.added.set(this.rule().all.length);
    this.change({ all: [...this.rule().all, { metric: 'spend', test: 'above', than: 0, scale: 'amount' }] });
  }

  protected remove(at: number): void {
    this.added.set(null);
    this.change({ all: this.rule().all.filter((_, place) => place !== at) });
  }
}

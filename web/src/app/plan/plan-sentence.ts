import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { PlanReply, PlanRequest } from '@lens/contract';
import { BUILT_IN_BOOK, type DayRange, formatNumber, type PlanGoal, rangeText, type Style } from '@lens/core';
import { outcomesText } from '@lens/draw';
import type { Choice } from '../ui/choices';
import { ChoicePhrase } from '../ui/choice-phrase';
import { DayRangeFields } from '../ui/day-range';
import { Phrase } from '../ui/phrase';

const STEPS: readonly Choice<number>[] = [0.1, 0.2, 0.3, 0.5].map((value) => ({ value, label: `${100 * value} %` }));

/** What a plan is asked for, as a sentence whose words can be changed. */
@Component({
  selector: 'ul-plan-sentence',
  imports: [ChoicePhrase, DayRangeFields, MatButton, MatFormField, MatInput, MatLabel, Phrase],
  template: `
    <p>
      Split
      <ul-phrase label="How much money" [text]="moneyText()">
        <ng-template let-close>
          <div class="money">
            <button mat-button type="button" (click)="change({ total: null }); close()">As much as pays</button>
            <button mat-button type="button" (click)="change({ total: now() }); close()">What they spend now, {{ money(now()) }}</button>
            @if (plan().rest; as rest) {
              <button mat-button type="button" (click)="change({ total: rest }); close()">
                What is left of the month’s plan, {{ money(rest) }}
              </button>
            }
            <mat-form-field>
              <mat-label>Money for these days</mat-label>
              <input
                #total
                matInput
                type="number"
                min="0"
                [value]="asked().total ?? ''"
                (keydown.enter)="typed('total', total.value); close()"
                (change)="typed('total', total.value)"
              />
            </mat-form-field>
          </div>
        </ng-template>
      </ul-phrase>
      over
      <ul-phrase label="Days to plan" [text]="daysText()">
        <ng-template let-close>
          <ul-day-range [range]="asked().days" (changed)="change({ days: $event }); close()" />
        </ng-template>
      </ul-phrase>
      for the most
      <ul-choice-phrase
        label="What for"
        [text]="goalText()"
        [choices]="goals()"
        [value]="asked().goal"
        (chosen)="change({ goal: $event })"
      />,
      <ul-phrase label="What is promised" [text]="promisedText()">
        <ng-template let-close>
          <div class="money">
            <button mat-button type="button" (click)="change({ promised: null }); close()">Whatever it comes to</button>
            @if (plan().target; as target) {
              <button mat-button type="button" (click)="change({ promised: target.value }); close()">
                The target, {{ against(target.value) }}
              </button>
            }
            <mat-form-field>
              <mat-label>{{ metricLabel() }} to reach</mat-label>
              <input
                #promised
                matInput
                type="number"
                min="0"
                [value]="asked().promised ?? ''"
                (keydown.enter)="typed('promised', promised.value); close()"
                (change)="typed('promised', promised.value)"
              />
            </mat-form-field>
          </div>
        </ng-template> </ul-phrase
      >, each budget by at most
      <ul-choice-phrase
        label="The most a budget changes"
        [text]="stepText()"
        [choices]="steps"
        [value]="asked().step"
        (chosen)="change({ step: $event })"
      />
    </p>
  `,
  styles: `
    p {
      font-size: 19px;
      line-height: 1.7;
      margin: 0 0 10px;
    }
    .money {
      display: grid;
      justify-items: start;
      gap: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanSentence {
  readonly asked = input.required<PlanRequest>();
  readonly plan = input.required<PlanReply>();
  readonly style = input.required<Style>();
  readonly changed = output<PlanRequest>();
  protected readonly steps = STEPS;
  private readonly length = computed(() => this.asked().days.to - this.asked().days.from + 1);
  /** What they spend as they are, over the days to plan. */
  protected readonly now = computed(() => Math.round(this.plan().now.spend * this.length()));
  protected readonly moneyText = computed(() => {
    const { total } = this.asked();
    return total === null ? 'as much money as pays' : this.money(total);
  });
  protected readonly daysText = computed(() => rangeText(this.asked().days, this.style().locale));
  protected readonly goals = computed((): Choice<PlanGoal>[] => [
    {
      value: 'profit',
      label: this.plan().isEarned ? 'profit' : 'worth over spend',
      note: 'Until the last money no longer brings itself back',
    },
    { value: 'outcomes', label: outcomesText(this.plan().outcome), note: 'As many as the money can bring' },
  ]);
  protected readonly goalText = computed(() => this.goals().find(({ value }) => value === this.asked().goal)?.label ?? '');
  protected readonly metricLabel = computed(() => BUILT_IN_BOOK.named(this.plan().target?.metric ?? 'roas').label);
  protected readonly promisedText = computed(() => {
    const { promised } = this.asked();
    return promised === null ? 'whatever the target' : `with ${this.against(promised)}`;
  });
  protected readonly stepText = computed(() => STEPS.find(({ value }) => value === this.asked().step)?.label ?? '');

  protected money(amount: number): string {
    return formatNumber(amount, 'money', this.style());
  }

  protected against(amount: number): string {
    const { label, unit, better } = BUILT_IN_BOOK.named(this.plan().target?.metric ?? 'roas');
    return `${label} ${better === 'lower' ? '≤' : '≥'} ${formatNumber(amount, unit, this.style())}`;
  }

  /** Another question; what was said of single campaigns holds for these days and this step alone. */
  protected change(part: Partial<{ total: number | null; days: DayRange; goal: PlanGoal; promised: number | null; step: number }>): void {
    this.changed.emit({ ...this.asked(), ...part });
  }

  protected typed(part: 'total' | 'promised', text: string): void {
    const amount = Number(text);
    if (text.trim() !== '' && Number.isFinite(amount) && amount > 0 && amount !== this.asked()[part]) this.change({ [part]: amount });
  }
}

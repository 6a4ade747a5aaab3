import { booleanAttribute, ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { AMOUNT_TESTS, type Condition, type MetricId, TOP_ENDS } from '@lens/core';
import type { Choice } from '../ui/choices';
import { PickField } from '../ui/pick-field';
import { Phrase } from '../ui/phrase';
import { SearchField } from '../ui/search-field';
import { conditionText } from './condition-text';
import { FieldList } from './field-list';

type How = (typeof AMOUNT_TESTS)[number] | (typeof TOP_ENDS)[number] | 'far from the others';
const HOW: readonly Choice<How>[] = [
  ...AMOUNT_TESTS.map((value) => ({ value, label: `is ${value}` })),
  ...TOP_ENDS.map((value) => ({ value, label: `is among the ${value}` })),
  { value: 'far from the others', label: 'is far from the others' },
];

const howOf = (condition: Condition): How =>
  condition.kind === 'amount' ? condition.test : condition.kind === 'top' ? condition.end : 'far from the others';

/** What members must come to, in words: "ads with spend above 50". */
@Component({
  selector: 'ul-having-phrases',
  imports: [FieldList, MatButton, MatFormField, MatInput, MatLabel, Phrase, PickField, SearchField],
  template: `
    @for (condition of value(); track $index; let at = $index) {
      @if (at > 0) {
        <span>and</span>
      }
      <ul-phrase label="Only members" [text]="textOf(condition)" [startsOpen]="added() === at">
        <ng-template let-close>
          <div class="fields">
            <ul-pick-field label="Members" [choices]="levels()" [value]="condition.level" (chosen)="set(at, { level: $event })" />
            <ul-search-field label="Metric" [groups]="groups()" [value]="condition.metric" (chosen)="set(at, { metric: $event })" />
            <ul-pick-field label="How" [choices]="how" [value]="howOf(condition)" (chosen)="setHow(at, $event)" />
            @if (amountOf(condition); as amount) {
              <mat-form-field class="amount">
                <mat-label>{{ amount.label }}</mat-label>
                <input
                  #number
                  matInput
                  type="number"
                  step="any"
                  [value]="amount.value"
                  (change)="setAmount(at, number.valueAsNumber)"
                  (keydown.enter)="setAmount(at, number.valueAsNumber); close()"
                />
              </mat-form-field>
            }
          </div>
          <div class="actions">
            <button mat-button type="button" (click)="remove(at); close()">Take out</button>
            <button mat-button type="button" (click)="close()">Done</button>
          </div>
        </ng-template>
      </ul-phrase>
    }
    <ul-phrase label="Only members with" text="+" [startsOpen]="startsOpen() && value().length === 0">
      <ng-template let-close>
        <ul-field-list label="Only members with" [fields]="metrics()" (chosen)="add($event); close()" />
      </ng-template>
    </ul-phrase>
  `,
  styles: `
    .fields {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      max-width: 460px;
    }
    .amount {
      --field-width: 120px;
    }
    .actions {
      display: flex;
      border-top: 1px solid var(--line);
      margin-top: 4px;
    }
  `,
  host: { class: 'phrases' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HavingPhrases {
  readonly value = input.required<readonly Condition[]>();
  /** What the rows are split by. */
  readonly levels = input.required<readonly Choice<string>[]>();
  readonly metrics = input.required<readonly Choice<MetricId>[]>();
  /** How an amount of a metric is written, and what one is typed in: shares in per cent. */
  readonly isShare = input.required<(metric: MetricId) => boolean>();
  /** Whether the list to add from is open at first. */
  readonly startsOpen = input(false, { transform: booleanAttribute });
  readonly changed = output<readonly Condition[]>();

  protected readonly how = HOW;
  protected readonly howOf = howOf;
  /** The condition that was added last: its panel opens. */
  protected readonly added = signal<number | null>(null);
  protected readonly groups = computed(() => [{ label: '', choices: this.metrics() }]);

  protected textOf(condition: Condition): string {
    return conditionText(condition, {
      level: this.levels().find(({ value }) => value === condition.level)?.label ?? condition.level,
      metric: this.metrics().find(({ value }) => value === condition.metric)?.label ?? condition.metric,
      isShare: this.isShare()(condition.metric),
    });
  }

  protected amountOf(condition: Condition): { readonly label: string; readonly value: number } | null {
    switch (condition.kind) {
      case 'amount':
        return this.isShare()(condition.metric)
          ? { label: 'Per cent', value: Number((condition.than * 100).toPrecision(12)) }
          : { label: 'Amount', value: condition.than };
      case 'top':
        return { label: 'How many', value: condition.count };
      case 'apart':
        return null;
    }
  }

  protected add(metric: MetricId): void {
    const level = this.levels().at(-1)?.value;
    if (level === undefined) return;
    this.added.set(this.value().length);
    this.changed.emit([...this.value(), { kind: 'amount', level, metric, test: 'above', than: 0 }]);
  }

  protected remove(at: number): void {
    this.added.set(null);
    this.changed.emit(this.value().filter((_, place) => place !== at));
  }

  protected set(at: number, part: Partial<Pick<Condition, 'level' | 'metric'>>): void {
    const condition = this.value()[at];
    if (condition) this.changed.emit(this.value().with(at, { ...condition, ...part }));
  }

  protected setHow(at: number, how: How): void {
    const condition = this.value()[at];
    if (!condition) return;
    const { level, metric } = condition;
    const test = AMOUNT_TESTS.find((each) => each === how);
    const end = TOP_ENDS.find((each) => each === how);
    const judged: Condition =
      test !== undefined
        ? { kind: 'amount', level, metric, test, than: condition.kind === 'amount' ? condition.than : 0 }
        : end !== undefined
          ? { kind: 'top', level, metric, end, count: condition.kind === 'top' ? condition.count : 10 }
          : { kind: 'apart', level, metric };
    this.changed.emit(this.value().with(at, judged));
  }

  protected setAmount(at: number, amount: number): void {
    const condition = this.value()[at];
    if (!condition || Number.isNaN(amount)) return;
    if (condition.kind === 'amount')
      this.changed.emit(this.value().with(at, { ...condition, than: this.isShare()(condition.metric) ? amount / 100 : amount }));
    if (condition.kind === 'top')
      this.changed.emit(this.value().with(at, { ...condition, count: Math.min(1000, Math.max(1, Math.round(amount))) }));
  }
}

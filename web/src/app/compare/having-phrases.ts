import { booleanAttribute, ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { Condition, MetricId } from '@lens/core';
import type { Choice } from '../ui/choices';
import { PickField } from '../ui/pick-field';
import { Phrase } from '../ui/phrase';
import { SearchField } from '../ui/search-field';
import {
  amountOf,
  conditionText,
  type How,
  howChoices,
  howOf,
  judgedBy,
  metricOf,
  newCondition,
  TARGET,
  withAmount,
} from './condition-form';
import { FieldList } from './field-list';

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
            <ul-pick-field label="Members" [choices]="levels()" [value]="condition.level" (chosen)="set(at, $event)" />
            <ul-search-field label="Metric" [groups]="groups()" [value]="metricOf(condition)" (chosen)="setMetric(at, $event)" />
            <ul-pick-field label="How" [choices]="howChoices(condition)" [value]="howOf(condition)" (chosen)="setHow(at, $event)" />
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
        <ul-field-list label="Only members with" [fields]="offered()" (chosen)="add($event); close()" />
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
  /** Whether the client was promised anything that members can be held against. */
  readonly hasTarget = input(false);
  /** Whether the list to add from is open at first. */
  readonly startsOpen = input(false, { transform: booleanAttribute });
  readonly changed = output<readonly Condition[]>();

  protected readonly howChoices = howChoices;
  protected readonly howOf = howOf;
  protected readonly metricOf = metricOf;
  /** The condition that was added last: its panel opens. */
  protected readonly added = signal<number | null>(null);
  protected readonly offered = computed(() => [
    ...(this.hasTarget() ? [{ value: TARGET, label: 'its target', note: 'what was promised, where there is enough to be sure' }] : []),
    ...this.metrics(),
  ]);
  protected readonly groups = computed(() => [{ label: '', choices: this.offered() }]);

  protected textOf(condition: Condition): string {
    const metric = metricOf(condition);
    return conditionText(condition, {
      level: this.levels().find(({ value }) => value === condition.level)?.label ?? condition.level,
      metric: this.offered().find(({ value }) => value === metric)?.label ?? metric,
      isShare: this.isShare()(metric),
    });
  }

  protected readonly amountOf = (condition: Condition) => amountOf(condition, this.isShare()(metricOf(condition)));

  protected add(metric: MetricId): void {
    const level = this.levels().at(-1)?.value;
    if (level === undefined) return;
    this.added.set(this.value().length);
    this.changed.emit([...this.value(), newCondition(level, metric)]);
  }

  protected remove(at: number): void {
    this.added.set(null);
    this.changed.emit(this.value().filter((_, place) => place !== at));
  }

  protected set(at: number, level: string): void {
    this.put(at, (condition) => ({ ...condition, level }));
  }

  protected setMetric(at: number, metric: MetricId): void {
    this.put(at, (condition) =>
      metric === TARGET || condition.kind === 'target' ? newCondition(condition.level, metric) : { ...condition, metric },
    );
  }

  protected setHow(at: number, how: How): void {
    this.put(at, (condition) => judgedBy(condition, how));
  }

  protected setAmount(at: number, amount: number): void {
    if (!Number.isNaN(amount)) this.put(at, (condition) => withAmount(condition, amount, this.isShare()(metricOf(condition))));
  }

  private put(at: number, change: (condition: Condition) => Condition): void {
    const condition = this.value()[at];
    if (condition) this.changed.emit(this.value().with(at, change(condition)));
  }
}

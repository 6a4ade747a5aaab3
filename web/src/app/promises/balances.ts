import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type FormArray, type FormBuilder, type FormControl, type FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { Promises } from '@lens/contract';
import type { Day } from '@lens/core';
import type { Choice } from '../ui/choices';
import { DayField } from '../ui/day-field';
import { PickField } from '../ui/pick-field';
import { RowList } from './row-list';

type Balance = Promises['balances'][number];
export type BalanceRow = FormGroup<{
  channel: FormControl<string>;
  number: FormControl<number | null>;
  day: FormControl<Day | null>;
}>;

export const balanceRow = (
  forms: FormBuilder['nonNullable'],
  { channel, amount, day }: Omit<Balance, 'amount' | 'day'> & { amount: number | null; day: Day | null },
): BalanceRow =>
  forms.group({
    channel: [channel, Validators.required],
    number: [amount, [Validators.required, Validators.min(0.0001)]],
    day: [day, Validators.required],
  });

export const balanceOfRow = ({ channel, number, day }: ReturnType<BalanceRow['getRawValue']>): Balance => ({
  channel,
  amount: Number(number),
  day: day ?? 0,
});

/** What stood on prepaid accounts, by channel and day. */
@Component({
  selector: 'ul-balances',
  imports: [DayField, MatFormField, MatInput, PickField, ReactiveFormsModule, RowList],
  template: `
    <ul-row-list
      label="Prepaid balances"
      [heads]="heads()"
      [rows]="rows()"
      these="this balance"
      none="No balance: nothing is said of how long one lasts."
      add="Add a balance"
      (added)="added.emit()"
      (removed)="removed.emit($event)"
    >
      <ng-template let-row>
        <td><ul-pick-field bare label="Channel" [choices]="channels()" [formControl]="row.controls.channel" /></td>
        <td>
          <mat-form-field class="bare"
            ><input matInput type="number" step="any" min="0" aria-label="Balance" [formControl]="row.controls.number"
          /></mat-form-field>
        </td>
        <td><ul-day-field bare label="In the morning of" [formControl]="row.controls.day" /></td>
      </ng-template>
    </ul-row-list>
  `,
  styleUrl: './promises-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Balances {
  readonly rows = input.required<FormArray<BalanceRow>>();
  readonly currency = input.required<string>();
  readonly channels = input.required<readonly Choice<string>[]>();
  readonly added = output();
  readonly removed = output<number>();
  protected readonly heads = computed(() => ['Channel', `${this.currency()} there`, 'In the morning of']);
}

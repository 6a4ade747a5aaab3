import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type FormArray, type FormBuilder, type FormControl, type FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import type { Promises } from '@lens/contract';
import type { Day } from '@lens/core';
import type { Choice } from '../ui/choices';
import { DayField } from '../ui/day-field';
import { PickField } from '../ui/pick-field';

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
  imports: [DayField, MatButton, MatFormField, MatIcon, MatIconButton, MatInput, PickField, ReactiveFormsModule],
  template: `
    <div class="wide">
      <table class="plain">
        <caption class="cdk-visually-hidden">
          Prepaid balances
        </caption>
        <thead>
          <tr>
            <th scope="col">Channel</th>
            <th scope="col">{{ currency() }} there</th>
            <th scope="col">In the morning of</th>
            <th scope="col"><span class="cdk-visually-hidden">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows().controls; track row; let at = $index) {
            <tr [formGroup]="row">
              <td><ul-pick-field bare label="Channel" [choices]="channels()" formControlName="channel" /></td>
              <td>
                <mat-form-field class="bare"
                  ><input matInput type="number" step="any" min="0" aria-label="Balance" formControlName="number"
                /></mat-form-field>
              </td>
              <td><ul-day-field bare label="In the morning of" formControlName="day" /></td>
              <td>
                <button mat-icon-button type="button" aria-label="Remove this balance" (click)="removed.emit(at)">
                  <mat-icon svgIcon="remove" />
                </button>
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="4" class="quiet">No balance: nothing is said of how long one lasts.</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <button mat-button type="button" (click)="added.emit()"><mat-icon svgIcon="add" /> Add a balance</button>
  `,
  styleUrl: './promises-page.scss',
  styles: `
    :host {
      display: block;
      margin-bottom: 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Balances {
  readonly rows = input.required<FormArray<BalanceRow>>();
  readonly currency = input.required<string>();
  readonly channels = input.required<readonly Choice<string>[]>();
  readonly added = output();
  readonly removed = output<number>();
}

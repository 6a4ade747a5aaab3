import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type FormArray, type FormControl, type FormBuilder, type FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import type { Promises } from '@lens/contract';
import type { Day, NumberUnit } from '@lens/core';
import type { Choice } from '../ui/choices';
import { DayField } from '../ui/day-field';
import { PickField } from '../ui/pick-field';

type OwnNumber = Promises['numbers'][number];
export type NumberRow = FormGroup<{
  name: FormControl<string>;
  unit: FormControl<NumberUnit>;
  number: FormControl<number | null>;
  from: FormControl<Day | null>;
  to: FormControl<Day | null>;
}>;

/** A share is written in per cent. */
const IN_PERCENT = 100;

export function numberRow(
  forms: FormBuilder['nonNullable'],
  { name, unit, value, from, to }: Omit<OwnNumber, 'value' | 'from' | 'to'> & { value: number | null; from: Day | null; to: Day | null },
): NumberRow {
  const written = value !== null && unit === 'share' ? Math.round(value * IN_PERCENT * 1e4) / 1e4 : value;
  return forms.group({
    name: [name, [Validators.required, Validators.maxLength(40)]],
    unit: [unit],
    number: [written, [Validators.required, Validators.min(0.0001)]],
    from: [from, Validators.required],
    to: [to, Validators.required],
  });
}

export const numberOfRow = ({ name, unit, number, from, to }: ReturnType<NumberRow['getRawValue']>): OwnNumber => ({
  name: name.trim(),
  unit,
  value: unit === 'share' ? Number(number) / IN_PERCENT : Number(number),
  from: from ?? 0,
  to: to ?? 0,
});

/** Dated numbers of a client that its formulas calculate with. */
@Component({
  selector: 'ul-own-numbers',
  imports: [DayField, MatButton, MatFormField, MatIcon, MatIconButton, MatInput, PickField, ReactiveFormsModule],
  template: `
    <div class="wide">
      <table class="plain">
        <caption class="cdk-visually-hidden">
          Numbers for formulas
        </caption>
        <thead>
          <tr>
            <th scope="col">Formulas call it</th>
            <th scope="col">It is</th>
            <th scope="col">Number</th>
            <th scope="col">From</th>
            <th scope="col">To</th>
            <th scope="col"><span class="cdk-visually-hidden">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows().controls; track row; let at = $index) {
            <tr [formGroup]="row">
              <td>
                <mat-form-field class="bare called"><input matInput aria-label="Formulas call it" formControlName="name" /></mat-form-field>
              </td>
              <td><ul-pick-field bare label="It is" [choices]="units()" formControlName="unit" /></td>
              <td>
                <mat-form-field class="bare"
                  ><input matInput type="number" step="any" min="0" aria-label="Number" formControlName="number"
                /></mat-form-field>
              </td>
              <td><ul-day-field bare label="From" formControlName="from" /></td>
              <td><ul-day-field bare label="To" formControlName="to" /></td>
              <td>
                <button mat-icon-button type="button" aria-label="Remove this number" (click)="removed.emit(at)">
                  <mat-icon svgIcon="remove" />
                </button>
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="6" class="quiet">No number yet: a price, say, which “clicks × price” would multiply day by day.</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <button mat-button type="button" (click)="added.emit()"><mat-icon svgIcon="add" /> Add a number</button>
  `,
  styleUrl: './promises-page.scss',
  styles: `
    :host {
      display: block;
      margin-bottom: 18px;
    }
    .called {
      --field-width: 170px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OwnNumbers {
  readonly rows = input.required<FormArray<NumberRow>>();
  readonly currency = input.required<string>();
  readonly added = output();
  readonly removed = output<number>();

  protected readonly units = computed((): readonly Choice<NumberUnit>[] => [
    { value: 'money', label: `money for each, in ${this.currency()}` },
    { value: 'share', label: 'a share, in per cent' },
    { value: 'number', label: 'a plain number' },
  ]);
}

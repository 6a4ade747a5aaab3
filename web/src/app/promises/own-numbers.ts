import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type FormArray, type FormControl, type FormBuilder, type FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { Promises } from '@lens/contract';
import type { Day, NumberUnit } from '@lens/core';
import type { Choice } from '../ui/choices';
import { DayField } from '../ui/day-field';
import { PickField } from '../ui/pick-field';
import { RowList } from './row-list';

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
  imports: [DayField, MatFormField, MatInput, PickField, ReactiveFormsModule, RowList],
  template: `
    <ul-row-list
      label="Numbers for formulas"
      [heads]="heads"
      [rows]="rows()"
      these="this number"
      none="No number yet: a price, say, which “clicks × price” would multiply day by day."
      add="Add a number"
      (added)="added.emit()"
      (removed)="removed.emit($event)"
    >
      <ng-template let-row>
        <td>
          <mat-form-field class="bare called"
            ><input matInput aria-label="Formulas call it" [formControl]="row.controls.name"
          /></mat-form-field>
        </td>
        <td><ul-pick-field bare label="It is" [choices]="units()" [formControl]="row.controls.unit" /></td>
        <td>
          <mat-form-field class="bare"
            ><input matInput type="number" step="any" min="0" aria-label="Number" [formControl]="row.controls.number"
          /></mat-form-field>
        </td>
        <td><ul-day-field bare label="From" [formControl]="row.controls.from" /></td>
        <td><ul-day-field bare label="To" [formControl]="row.controls.to" /></td>
      </ng-template>
    </ul-row-list>
  `,
  styleUrl: './promises-page.scss',
  styles: `
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
  protected readonly heads = ['Formulas call it', 'It is', 'Number', 'From', 'To'];

  protected readonly units = computed((): readonly Choice<NumberUnit>[] => [
    { value: 'money', label: `money for each, in ${this.currency()}` },
    { value: 'share', label: 'a share, in per cent' },
    { value: 'number', label: 'a plain number' },
  ]);
}

import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type FormArray, type FormBuilder, type FormControl, type FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { Promises } from '@lens/contract';
import type { Day } from '@lens/core';
import { DayField } from '../ui/day-field';
import { RowList } from './row-list';

type Frequency = Promises['frequencies'][number];
type Written = { readonly [Part in keyof Frequency]: Part extends 'from' | 'to' ? Day | null : number | null };
export type FrequencyRow = FormGroup<{ [Part in keyof Written]: FormControl<Written[Part]> }>;

export const frequencyRow = (forms: FormBuilder['nonNullable'], { least, most, from, to }: Written): FrequencyRow =>
  forms.group(
    {
      least: [least, [Validators.required, Validators.min(0.1)]],
      most: [most, [Validators.required, Validators.min(0.1)]],
      from: [from, Validators.required],
      to: [to, Validators.required],
    },
    {
      validators: ({ value }) => {
        const { least: low, most: high } = value as Written;
        return Number(low) <= Number(high) ? null : { upsideDown: true };
      },
    },
  );

export const frequencyOfRow = ({ least, most, from, to }: ReturnType<FrequencyRow['getRawValue']>): Frequency => ({
  least: Number(least),
  most: Number(most),
  from: from ?? 0,
  to: to ?? 0,
});

/** How often people who are reached should see a campaign. */
@Component({
  selector: 'ul-wanted-frequencies',
  imports: [DayField, MatFormField, MatInput, ReactiveFormsModule, RowList],
  template: `
    <ul-row-list
      label="Wanted frequency"
      [heads]="heads"
      [rows]="rows()"
      these="this frequency"
      none="Nothing said: no frequency is too high or too low."
      add="Add a frequency"
      (added)="added.emit()"
      (removed)="removed.emit($event)"
    >
      <ng-template let-row>
        @for (end of ends; track end.part) {
          <td>
            <mat-form-field class="bare"
              ><input matInput type="number" step="any" min="0" [attr.aria-label]="end.label" [formControl]="row.controls[end.part]"
            /></mat-form-field>
          </td>
        }
        <td><ul-day-field bare label="From" [formControl]="row.controls.from" /></td>
        <td><ul-day-field bare label="To" [formControl]="row.controls.to" /></td>
      </ng-template>
    </ul-row-list>
  `,
  styleUrl: './promises-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WantedFrequencies {
  readonly rows = input.required<FormArray<FrequencyRow>>();
  readonly added = output();
  readonly removed = output<number>();
  protected readonly ends = [
    { part: 'least', label: 'At least, times' },
    { part: 'most', label: 'At most, times' },
  ] as const;
  protected readonly heads = [...this.ends.map(({ label }) => label), 'From', 'To'];
}

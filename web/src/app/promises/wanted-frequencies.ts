import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type FormArray, type FormBuilder, type FormControl, type FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import type { Promises } from '@lens/contract';
import type { Day } from '@lens/core';
import { DayField } from '../ui/day-field';

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
  imports: [DayField, MatButton, MatFormField, MatIcon, MatIconButton, MatInput, ReactiveFormsModule],
  template: `
    <div class="wide">
      <table class="plain">
        <caption class="cdk-visually-hidden">
          Wanted frequency
        </caption>
        <thead>
          <tr>
            <th scope="col">At least, times</th>
            <th scope="col">At most, times</th>
            <th scope="col">From</th>
            <th scope="col">To</th>
            <th scope="col"><span class="cdk-visually-hidden">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows().controls; track row; let at = $index) {
            <tr [formGroup]="row">
              <td>
                <mat-form-field class="bare"
                  ><input matInput type="number" step="any" min="0" aria-label="At least, times" formControlName="least"
                /></mat-form-field>
              </td>
              <td>
                <mat-form-field class="bare"
                  ><input matInput type="number" step="any" min="0" aria-label="At most, times" formControlName="most"
                /></mat-form-field>
              </td>
              <td><ul-day-field bare label="From" formControlName="from" /></td>
              <td><ul-day-field bare label="To" formControlName="to" /></td>
              <td>
                <button mat-icon-button type="button" aria-label="Remove this frequency" (click)="removed.emit(at)">
                  <mat-icon svgIcon="remove" />
                </button>
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="5" class="quiet">Nothing said: no frequency is too high or too low.</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <button mat-button type="button" (click)="added.emit()"><mat-icon svgIcon="add" /> Add a frequency</button>
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
export class WantedFrequencies {
  readonly rows = input.required<FormArray<FrequencyRow>>();
  readonly added = output();
  readonly removed = output<number>();
}

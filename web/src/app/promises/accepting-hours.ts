import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type FormArray, type FormBuilder, type FormControl, type FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatOption, MatSelect, MatSelectTrigger } from '@angular/material/select';
import type { Promises } from '@lens/contract';
import { type Day, WEEKDAYS, weekdaysText } from '@lens/core';
import type { Choice } from '../ui/choices';
import { DayField } from '../ui/day-field';
import { PickField } from '../ui/pick-field';

type Hours = Promises['hours'][number];
export type HoursRow = FormGroup<{
  weekdays: FormControl<number[]>;
  opens: FormControl<number>;
  closes: FormControl<number>;
  from: FormControl<Day | null>;
  to: FormControl<Day | null>;
}>;

export const hoursRow = (
  forms: FormBuilder['nonNullable'],
  { weekdays, opens, closes, from, to }: Omit<Hours, 'from' | 'to'> & { from: Day | null; to: Day | null },
): HoursRow =>
  forms.group(
    {
      weekdays: [[...weekdays], Validators.required],
      opens: [opens],
      closes: [closes],
      from: [from, Validators.required],
      to: [to, Validators.required],
    },
    {
      validators: (row) => {
        const { opens: begins, closes: ends } = row.value as Pick<Hours, 'opens' | 'closes'>;
        return begins < ends ? null : { overMidnight: true };
      },
    },
  );

export const hoursOfRow = ({ weekdays, opens, closes, from, to }: ReturnType<HoursRow['getRawValue']>): Hours => ({
  weekdays: weekdays.toSorted((a, b) => a - b),
  opens,
  closes,
  from: from ?? 0,
  to: to ?? 0,
});

const hourChoices = (from: number, to: number): Choice<number>[] =>
  Array.from({ length: to - from + 1 }, (_, at) => ({ value: from + at, label: `${String(from + at).padStart(2, '0')}:00` }));

/** In which hours of which weekdays somebody takes what comes in. */
@Component({
  selector: 'ul-accepting-hours',
  imports: [
    DayField,
    MatButton,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatOption,
    MatSelect,
    MatSelectTrigger,
    PickField,
    ReactiveFormsModule,
  ],
  template: `
    <div class="wide">
      <table class="plain">
        <caption class="cdk-visually-hidden">
          Accepting hours
        </caption>
        <thead>
          <tr>
            <th scope="col">On</th>
            <th scope="col">From hour</th>
            <th scope="col">Up to hour</th>
            <th scope="col">From</th>
            <th scope="col">To</th>
            <th scope="col"><span class="cdk-visually-hidden">Remove</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows().controls; track row; let at = $index) {
            <tr [formGroup]="row">
              <td>
                <mat-form-field class="bare">
                  <mat-select aria-label="On" panelWidth="" multiple formControlName="weekdays">
                    <mat-select-trigger>{{ text(row.controls.weekdays.value) }}</mat-select-trigger>
                    @for (weekday of weekdays; track weekday) {
                      <mat-option [value]="$index">{{ weekday }}</mat-option>
                    }
                  </mat-select>
                </mat-form-field>
              </td>
              <td><ul-pick-field bare label="From hour" [choices]="opening" formControlName="opens" /></td>
              <td>
                <ul-pick-field bare label="Up to hour" [choices]="closing" formControlName="closes" />
                @if (row.hasError('overMidnight')) {
                  <p class="problem" role="alert">What goes over midnight is two lines: up to 24:00, and from 00:00.</p>
                }
              </td>
              <td><ul-day-field bare label="From" formControlName="from" /></td>
              <td><ul-day-field bare label="To" formControlName="to" /></td>
              <td>
                <button mat-icon-button type="button" aria-label="Remove these hours" (click)="removed.emit(at)">
                  <mat-icon svgIcon="remove" />
                </button>
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="6" class="quiet">Nothing said: what comes in is taken at all hours.</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <button mat-button type="button" (click)="added.emit()"><mat-icon svgIcon="add" /> Add hours</button>
  `,
  styleUrl: './promises-page.scss',
  styles: `
    :host {
      display: block;
      margin-bottom: 18px;
    }
    .problem {
      margin: 0;
      font-size: 13px;
      color: var(--misses);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AcceptingHoursField {
  readonly rows = input.required<FormArray<HoursRow>>();
  readonly added = output();
  readonly removed = output<number>();
  protected readonly weekdays = WEEKDAYS;
  protected readonly text = weekdaysText;
  protected readonly opening = hourChoices(0, 23);
  protected readonly closing = hourChoices(1, 24);
}

import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type FormArray, type FormBuilder, type FormControl, type FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatFormField } from '@angular/material/form-field';
import { MatOption, MatSelect, MatSelectTrigger } from '@angular/material/select';
import type { Promises } from '@lens/contract';
import { type Day, WEEKDAYS, weekdaysText } from '@lens/core';
import type { Choice } from '../ui/choices';
import { DayField } from '../ui/day-field';
import { PickField } from '../ui/pick-field';
import { RowList } from './row-list';

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
  imports: [DayField, MatFormField, MatOption, MatSelect, MatSelectTrigger, PickField, ReactiveFormsModule, RowList],
  template: `
    <ul-row-list
      label="Accepting hours"
      [heads]="heads"
      [rows]="rows()"
      these="these hours"
      none="Nothing said: what comes in is taken at all hours."
      add="Add hours"
      (added)="added.emit()"
      (removed)="removed.emit($event)"
    >
      <ng-template let-row>
        <td>
          <mat-form-field class="bare">
            <mat-select aria-label="On" panelWidth="" multiple [formControl]="row.controls.weekdays">
              <mat-select-trigger>{{ text(row.controls.weekdays.value) }}</mat-select-trigger>
              @for (weekday of weekdays; track weekday) {
                <mat-option [value]="$index">{{ weekday }}</mat-option>
              }
            </mat-select>
          </mat-form-field>
        </td>
        <td><ul-pick-field bare label="From hour" [choices]="opening" [formControl]="row.controls.opens" /></td>
        <td>
          <ul-pick-field bare label="Up to hour" [choices]="closing" [formControl]="row.controls.closes" />
          @if (row.hasError('overMidnight')) {
            <p class="problem" role="alert">What goes over midnight is two lines: up to 24:00, and from 00:00.</p>
          }
        </td>
        <td><ul-day-field bare label="From" [formControl]="row.controls.from" /></td>
        <td><ul-day-field bare label="To" [formControl]="row.controls.to" /></td>
      </ng-template>
    </ul-row-list>
  `,
  styleUrl: './promises-page.scss',
  styles: `
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
  protected readonly heads = ['On', 'From hour', 'Up to hour', 'From', 'To'];
  protected readonly weekdays = WEEKDAYS;
  protected readonly text = weekdaysText;
  protected readonly opening = hourChoices(0, 23);
  protected readonly closing = hourChoices(1, 24);
}

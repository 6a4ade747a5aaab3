import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { DateAdapter } from '@angular/material/core';
import {
  MatDatepickerToggle,
  MatDatepickerToggleIcon,
  MatDateRangeInput,
  MatDateRangePicker,
  MatEndDate,
  MatStartDate,
} from '@angular/material/datepicker';
import { MatFormField, MatLabel, MatSuffix } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import type { Day, DayRange } from '@lens/core';
import type { DateTime } from 'luxon';
import { dateOf, dateOrNull, dayOfDate } from '../data/client-dates';

/** Two days, from and to, written or picked. */
@Component({
  selector: 'ul-day-range',
  imports: [
    MatButton,
    MatDateRangeInput,
    MatDateRangePicker,
    MatDatepickerToggle,
    MatDatepickerToggleIcon,
    MatEndDate,
    MatFormField,
    MatIcon,
    MatLabel,
    MatStartDate,
    MatSuffix,
    ReactiveFormsModule,
  ],
  template: `
    <mat-form-field>
      <mat-label>From – to</mat-label>
      <mat-date-range-input [formGroup]="days" [rangePicker]="picker" [min]="least()" [max]="most()">
        <input matStartDate formControlName="from" aria-label="From" />
        <input matEndDate formControlName="to" aria-label="to" />
      </mat-date-range-input>
      <mat-datepicker-toggle matIconSuffix [for]="picker"><mat-icon matDatepickerToggleIcon svgIcon="calendar" /></mat-datepicker-toggle>
      <mat-date-range-picker #picker />
    </mat-form-field>
    <button mat-stroked-button type="button" [disabled]="chosen() === null" (click)="use()">Use these days</button>
    @if (wrong(); as text) {
      <p class="wrong" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      --field-width: 210px;
      padding-top: 6px;
    }
    .wrong {
      color: var(--danger);
      margin: 0;
      max-width: 280px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DayRangeFields {
  private readonly dates = inject<DateAdapter<DateTime>>(DateAdapter);
  readonly range = input.required<DayRange | null>();
  /** The days that can be chosen; all where nothing says. */
  readonly within = input<DayRange | null>(null);
  readonly changed = output<DayRange>();

  protected readonly days = new FormGroup({
    from: new FormControl<DateTime | null>(null),
    to: new FormControl<DateTime | null>(null),
  });
  private readonly written = toSignal(this.days.events, { initialValue: null });
  protected readonly least = computed(() => dateOrNull(this.within()?.from));
  protected readonly most = computed(() => dateOrNull(this.within()?.to));
  private readonly both = computed((): DayRange | null => {
    this.written();
    const { from, to } = this.days.getRawValue();
    return from?.isValid && to?.isValid ? { from: dayOfDate(from), to: dayOfDate(to) } : null;
  });
  protected readonly wrong = computed((): string => {
    this.written();
    const [both, within] = [this.both(), this.within()];
    if (!both) return Object.values(this.days.controls).some((each) => each.hasError('matDatepickerParse')) ? 'This is no day.' : '';
    if (both.from > both.to) return 'The first day comes after the last.';
    const isFar = within !== null && (both.from < within.from || both.to > within.to);
    return isFar ? `Choose days from ${this.write(within.from)} to ${this.write(within.to)}: the others are far from all data.` : '';
  });
  protected readonly chosen = computed(() => (this.wrong() === '' ? this.both() : null));

  constructor() {
    effect(() => {
      const range = this.range();
      this.days.setValue({ from: dateOrNull(range?.from), to: dateOrNull(range?.to) });
    });
  }

  protected use(): void {
    const range = this.chosen();
    if (range) this.changed.emit(range);
  }

  private write(day: Day): string {
    return this.dates.format(dateOf(day), 'D');
  }
}

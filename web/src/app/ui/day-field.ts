import { ChangeDetectionStrategy, Component, computed, effect, input } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatDatepicker, MatDatepickerInput, MatDatepickerToggle, MatDatepickerToggleIcon } from '@angular/material/datepicker';
import { MatError, MatFormField, MatLabel, MatSuffix } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import type { Day, DayRange } from '@lens/core';
import type { DateTime } from 'luxon';
import { dateOrNull, dayOfDate } from '../data/client-dates';
import { Field } from './field';

/** One day, written or picked, the way the client's country writes days. */
@Component({
  selector: 'ul-day-field',
  imports: [
    MatDatepicker,
    MatDatepickerInput,
    MatDatepickerToggle,
    MatDatepickerToggleIcon,
    MatError,
    MatFormField,
    MatIcon,
    MatInput,
    MatLabel,
    MatSuffix,
    ReactiveFormsModule,
  ],
  template: `
    <mat-form-field class="day" [class.bare]="bare()">
      <!-- Also where it is bare: the calendar is called by it. -->
      <mat-label>{{ label() }}</mat-label>
      <input
        matInput
        [matDatepicker]="picker"
        [formControl]="written"
        [min]="least()"
        [max]="most()"
        [attr.aria-label]="heard()"
        (dateInput)="take($event.value)"
        (dateChange)="settle()"
        (blur)="touch()"
      />
      <mat-datepicker-toggle matIconSuffix [for]="picker"><mat-icon matDatepickerToggleIcon svgIcon="calendar" /></mat-datepicker-toggle>
      <mat-datepicker #picker />
      @if (written.hasError('matDatepickerParse')) {
        <mat-error>This is no day.</mat-error>
      } @else if (written.invalid) {
        <mat-error>This day is too far from all data.</mat-error>
      }
    </mat-form-field>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DayField extends Field<Day> {
  /** The days that can be chosen; all where nothing says. */
  readonly within = input<Partial<DayRange> | null>(null);

  protected readonly written = new FormControl<DateTime | null>(null);
  protected readonly least = computed(() => dateOrNull(this.within()?.from));
  protected readonly most = computed(() => dateOrNull(this.within()?.to));

  constructor() {
    super();
    effect(() => {
      const day = this.current();
      const { value } = this.written;
      // What is being written stays as it is written while it means the same day.
      if (day !== (value?.isValid ? dayOfDate(value) : null) && !(day === null && this.written.dirty))
        this.written.setValue(dateOrNull(day), { emitEvent: false });
    });
    effect(() => (this.closed() ? this.written.disable() : this.written.enable()));
  }

  protected take(date: DateTime | null): void {
    this.hold(date?.isValid && this.written.valid ? dayOfDate(date) : null);
  }

  protected settle(): void {
    const day = this.current();
    if (day !== null) this.chosen.emit(day);
  }
}

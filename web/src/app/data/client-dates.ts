import { effect, inject, Injectable, type Provider } from '@angular/core';
import { DateAdapter, MAT_DATE_FORMATS } from '@angular/material/core';
import { LuxonDateAdapter, MAT_LUXON_DATE_ADAPTER_OPTIONS, MAT_LUXON_DATE_FORMATS } from '@angular/material-luxon-adapter';
import type { Day } from '@lens/core';
import { DateTime } from 'luxon';
import { FocusService } from './focus';

const DAY_MS = 86_400_000;

/** A calendar day as the date fields hold it. */
export const dateOf = (day: Day): DateTime => DateTime.fromMillis(day * DAY_MS, { zone: 'utc' });
export const dateOrNull = (day: Day | null | undefined): DateTime | null => (day === null || day === undefined ? null : dateOf(day));
export const dayOfDate = (date: DateTime): Day => Math.floor(date.toMillis() / DAY_MS);

/** Dates as the client in focus writes them; today is the server's, which a demonstration holds still. */
@Injectable()
class ClientDates extends LuxonDateAdapter {
  private readonly focus = inject(FocusService);

  constructor() {
    super();
    effect(() => this.setLocale(this.focus.client()?.locale ?? navigator.language));
  }

  override today(): DateTime {
    const clock = this.focus.clock();
    return clock ? dateOf(clock.today) : super.today();
  }
}

export const provideClientDates = (): Provider[] => [
  { provide: MAT_LUXON_DATE_ADAPTER_OPTIONS, useValue: { useUtc: true } },
  { provide: MAT_DATE_FORMATS, useValue: MAT_LUXON_DATE_FORMATS },
  { provide: DateAdapter, useClass: ClientDates },
];

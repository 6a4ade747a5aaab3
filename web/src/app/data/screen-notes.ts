import { Injectable, signal } from '@angular/core';

/** What a screen tells the focus line about its answer. */
@Injectable({ providedIn: 'root' })
export class ScreenNotes {
  /** By click date: share of the sales that has arrived. */
  readonly arrived = signal<number | null>(null);
}

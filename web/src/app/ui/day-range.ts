import { Component, computed, input, linkedSignal, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type DayRange, formatDay, parseDay } from '@lens/core';

/** Two days, from and to, with the browser's own date fields. */
@Component({
  selector: 'ul-day-range',
  imports: [MatButton],
  template: `
    <label>From <input type="date" [min]="least()" [max]="most()" [value]="from()" (input)="from.set($any($event.target).value)" /></label>
    <label>to <input type="date" [min]="least()" [max]="most()" [value]="to()" (input)="to.set($any($event.target).value)" /></label>
    <button mat-stroked-button type="button" [disabled]="!chosen()" (click)="use()">Use these days</button>
    @if (wrong(); as text) {
      <p class="wrong" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    label {
      display: flex;
      justify-content: space-between;
      align-items: center;
      gap: 12px;
    }
    input {
      font: inherit;
      color: inherit;
      background: var(--paper);
      border: 1px solid var(--line-strong);
      border-radius: 3px;
      padding: 3px 6px;
    }
    .wrong {
      color: var(--danger);
      margin: 0;
    }
  `,
})
export class DayRangeFields {
  readonly range = input.required<DayRange | null>();
  /** The days that can be chosen; all where nothing says. */
  readonly within = input<DayRange | null>(null);
  readonly changed = output<DayRange>();

  protected readonly from = linkedSignal(() => textOf(this.range()?.from));
  protected readonly to = linkedSignal(() => textOf(this.range()?.to));
  protected readonly least = computed(() => textOf(this.within()?.from));
  protected readonly most = computed(() => textOf(this.within()?.to));
  private readonly typed = computed((): DayRange | null => {
    const from = parseDay(this.from());
    const to = parseDay(this.to());
    return from !== undefined && to !== undefined ? { from, to } : null;
  });
  protected readonly wrong = computed((): string => {
    const typed = this.typed();
    const within = this.within();
    if (!typed) return '';
    if (typed.from > typed.to) return 'The first day comes after the last.';
    const isFar = within !== null && (typed.from < within.from || typed.to > within.to);
    return isFar ? `Choose days from ${this.least()} to ${this.most()}: the others are far from all data.` : '';
  });
  protected readonly chosen = computed(() => (this.wrong() === '' ? this.typed() : null));

  protected use(): void {
    const range = this.chosen();
    if (range) this.changed.emit(range);
  }
}

const textOf = (day: number | undefined): string => (day === undefined ? '' : formatDay(day));

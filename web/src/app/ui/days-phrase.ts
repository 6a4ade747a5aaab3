import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MOST_LOOKBACK } from '@lens/core';
import { daysTyped } from './days-typed';
import { Phrase } from './phrase';

/** A phrase of a sentence that is so many days: some are offered, any can be typed. */
@Component({
  selector: 'ul-days-phrase',
  imports: [MatButton, MatFormField, MatInput, MatSuffix, Phrase],
  template: `
    <ul-phrase [label]="label()" [text]="text()">
      <ng-template let-close>
        <div class="days">
          @for (days of offered(); track days) {
            <button mat-button type="button" (click)="chosen.emit(days); close()">{{ days }} days</button>
          }
          <mat-form-field>
            <input
              #box
              matInput
              type="number"
              min="1"
              [max]="most"
              [attr.aria-label]="label() + ', in days'"
              [value]="value()"
              (keydown.enter)="typed(box.value); close()"
              (change)="typed(box.value)"
            />
            <span matTextSuffix>&nbsp;days</span>
          </mat-form-field>
        </div>
      </ng-template>
    </ul-phrase>
  `,
  styles: `
    .days {
      display: flex;
      flex-direction: column;
      align-items: start;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DaysPhrase {
  readonly label = input.required<string>();
  readonly text = input.required<string>();
  readonly value = input.required<number>();
  readonly offered = input<readonly number[]>([]);
  readonly chosen = output<number>();
  protected readonly most = MOST_LOOKBACK;

  protected typed(text: string): void {
    const days = daysTyped(text);
    if (days !== null && days !== this.value()) this.chosen.emit(days);
  }
}

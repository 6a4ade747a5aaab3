import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { momentText } from './moment-text';

/** What was taken away lately; each can be brought back. */
@Component({
  selector: 'ul-taken-away',
  imports: [MatButton],
  template: `
    @if (gone().length > 0) {
      <h2>Taken away in the last 30 days</h2>
      <ul aria-label="Taken away in the last 30 days">
        @for (each of gone(); track each.id) {
          <li>
            {{ each.text }} <span class="quiet">by {{ each.by || 'somebody' }}, {{ whenText(each.at) }}</span>
            <button mat-button type="button" (click)="brought.emit($index)">Bring it back</button>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TakenAway {
  /** The last first, with what each is called. */
  readonly gone = input.required<readonly { readonly id: string; readonly text: string; readonly by: string; readonly at: string }[]>();
  readonly locale = input.required<string>();
  /** The place of one that is to come back. */
  readonly brought = output<number>();

  protected readonly whenText = (moment: string): string => momentText(moment, { locale: this.locale() });
}

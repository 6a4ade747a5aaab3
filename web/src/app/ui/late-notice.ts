import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';

/** Why something could not be saved; where somebody else was earlier, both can be looked at before one of them is kept. */
@Component({
  selector: 'ul-late-notice',
  imports: [MatButton],
  template: `
    @if (error()) {
      <div class="notice bad" role="alert">
        {{ error() }}
        @if (isLate()) {
          <p>
            <button mat-stroked-button type="button" (click)="theirs.emit()">Look at theirs</button>
            <button mat-stroked-button type="button" (click)="mine.emit()">Keep mine over it</button>
            Undo brings back what you have written.
          </p>
        }
      </div>
    }
  `,
  styles: `
    p {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
      margin: 8px 0 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LateNotice {
  readonly error = input.required<string>();
  readonly isLate = input.required<boolean>();
  readonly theirs = output();
  readonly mine = output();
}

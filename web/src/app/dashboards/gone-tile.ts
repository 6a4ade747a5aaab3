import { ChangeDetectionStrategy, Component, forwardRef, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { type OnPaper, OnSheet, wordsOnPaper } from './on-sheet';

/** A kept view that is no longer there. */
@Component({
  selector: 'ul-gone-tile',
  imports: [MatButton],
  template: `
    <h2>{{ label() }}</h2>
    <p class="quiet">This view is gone. It can be brought back under Views for 30 days; or take the tile away.</p>
    @if (nearest(); as view) {
      <button mat-button type="button" (click)="replaced.emit()">Show “{{ view }}” instead</button>
    }
  `,
  styleUrl: './tile.scss',
  providers: [{ provide: OnSheet, useExisting: forwardRef(() => GoneTile) }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GoneTile extends OnSheet {
  readonly label = input.required<string>();
  /** What the view is called that is most like it; empty where none is. */
  readonly nearest = input.required<string>();
  readonly replaced = output();

  onPaper(): OnPaper {
    return wordsOnPaper(this.label(), ['This view is gone.']);
  }
}

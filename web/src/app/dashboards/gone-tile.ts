import { ChangeDetectionStrategy, Component, forwardRef, input } from '@angular/core';
import { type OnPaper, OnSheet, wordsOnPaper } from './on-sheet';

/** A kept view that is no longer there. */
@Component({
  selector: 'ul-gone-tile',
  template: `
    <h2>{{ label() }}</h2>
    <p class="quiet">This view is gone. It can be brought back under Views for 30 days; or take the tile away.</p>
  `,
  styleUrl: './tile.scss',
  providers: [{ provide: OnSheet, useExisting: forwardRef(() => GoneTile) }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GoneTile extends OnSheet {
  readonly label = input.required<string>();

  onPaper(): OnPaper {
    return wordsOnPaper(this.label(), ['This view is gone.']);
  }
}

import { ChangeDetectionStrategy, Component, forwardRef, input, output } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { type OnPaper, OnSheet, wordsOnPaper } from './on-sheet';

/** Words that somebody wrote; written over while tiles are arranged. */
@Component({
  selector: 'ul-text-tile',
  imports: [MatFormField, MatInput, MatLabel],
  template: `
    @if (arranging()) {
      <mat-form-field>
        <mat-label>Text</mat-label>
        <textarea matInput #field rows="2" [value]="text()" (change)="written.emit(field.value)"></textarea>
      </mat-form-field>
    } @else {
      <p>{{ text() }}</p>
    }
  `,
  styles: `
    mat-form-field {
      width: 100%;
    }
    p {
      white-space: pre-wrap;
    }
  `,
  providers: [{ provide: OnSheet, useExisting: forwardRef(() => TextTile) }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TextTile extends OnSheet {
  readonly text = input.required<string>();
  readonly arranging = input.required<boolean>();
  readonly written = output<string>();

  onPaper(): OnPaper {
    return wordsOnPaper('', [this.text()]);
  }
}

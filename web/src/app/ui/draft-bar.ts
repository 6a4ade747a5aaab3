import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Undo } from '../data/undo';
import type { Draft } from './draft';

/** Below a document that is being changed: saves it, undoes the last change, and says why it could not be saved. */
@Component({
  selector: 'ul-draft-bar',
  imports: [MatButton, MatIcon],
  template: `
    @if (draft().error()) {
      <div class="notice bad" role="alert">{{ draft().error() }}</div>
    }
    <p>
      <button mat-flat-button type="button" [disabled]="!draft().dirty() || blocked()" (click)="draft().save()">Save</button>
      @if (draft().dirty()) {
        <button mat-button type="button" (click)="undo.last()"><mat-icon svgIcon="undo" /> Undo</button>
      }
    </p>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DraftBar {
  protected readonly undo = inject(Undo);
  readonly draft = input.required<Draft<unknown>>();
  /** Whether what stands there cannot be saved. */
  readonly blocked = input(false);
}

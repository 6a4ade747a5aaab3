import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle } from '@angular/material/dialog';

/** What is about to be done, and the word on the button that does it. */
export interface Confirm {
  readonly title: string;
  readonly text: string;
  readonly action: string;
}

/** Asks before something is done; closes with true when it is to be done. */
@Component({
  selector: 'ul-confirm-dialog',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
  template: `
    <h2 mat-dialog-title>{{ asked.title }}</h2>
    <mat-dialog-content
      ><p>{{ asked.text }}</p></mat-dialog-content
    >
    <mat-dialog-actions align="end">
      <button mat-button type="button" mat-dialog-close>Cancel</button>
      <button mat-flat-button type="button" [mat-dialog-close]="true">{{ asked.action }}</button>
    </mat-dialog-actions>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ConfirmDialog {
  protected readonly asked = inject<Confirm>(MAT_DIALOG_DATA);
}

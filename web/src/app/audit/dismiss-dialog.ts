import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { FormControl, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';

/** Asks why a move is dismissed; the answer stays with it. */
@Component({
  selector: 'ul-dismiss-dialog',
  imports: [
    MatButton,
    MatDialogActions,
    MatDialogClose,
    MatDialogContent,
    MatDialogTitle,
    MatFormField,
    MatInput,
    MatLabel,
    ReactiveFormsModule,
  ],
  template: `
    <h2 mat-dialog-title>Dismiss the move for {{ name }}</h2>
    <form (submit)="$event.preventDefault(); save()">
      <mat-dialog-content>
        <p>Somebody will ask later. Say why.</p>
        <mat-form-field
          ><mat-label>Reason</mat-label><textarea matInput rows="3" maxlength="500" [formControl]="reason"></textarea>
        </mat-form-field>
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button mat-button type="button" mat-dialog-close>Cancel</button>
        <button mat-flat-button type="submit" [disabled]="reason.invalid">Dismiss</button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    mat-form-field {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DismissDialog {
  private readonly reference = inject<MatDialogRef<DismissDialog, string>>(MatDialogRef);
  protected readonly name = inject<string>(MAT_DIALOG_DATA);
  protected readonly reason = new FormControl('', { nonNullable: true, validators: [Validators.required, Validators.pattern(/\S/)] });

  protected save(): void {
    if (this.reason.valid) this.reference.close(this.reason.value.trim());
  }
}

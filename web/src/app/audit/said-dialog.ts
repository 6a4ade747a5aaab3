import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormBuilder, ReactiveFormsModule } from '@angular/forms';
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
import type { FindingState } from '@lens/contract';
import type { Day } from '@lens/core';
import type { ApiError } from '../data/api';
import { DayField } from '../ui/day-field';
import { type Said, SaidOfFindings } from './said-of-findings';

export interface SaidAbout {
  readonly client: string;
  readonly key: string;
  /** What the finding says. */
  readonly says: string;
  readonly state: FindingState | null;
}

/** Sets a finding aside until a day, hands it to somebody, or notes something of it. */
@Component({
  selector: 'ul-said-dialog',
  imports: [
    ...[DayField, MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
    ...[MatFormField, MatInput, MatLabel, ReactiveFormsModule],
  ],
  template: `
    <h2 mat-dialog-title>Set aside, hand on or note</h2>
    <form [formGroup]="form" (ngSubmit)="save()">
      <mat-dialog-content>
        <p class="quiet">{{ about.says }}</p>
        <ul-day-field label="Set aside until, if at all" formControlName="until" />
        <mat-form-field
          ><mat-label>Why it is set aside</mat-label><input matInput maxlength="500" formControlName="reason"
        /></mat-form-field>
        <mat-form-field><mat-label>Whose it is</mat-label><input matInput maxlength="100" formControlName="assigned" /></mat-form-field>
        <mat-form-field
          ><mat-label>Note</mat-label><textarea matInput rows="3" maxlength="2000" formControlName="note"></textarea>
        </mat-form-field>
        @if (error()) {
          <p class="notice bad" role="alert">{{ error() }}</p>
        }
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button mat-button type="button" mat-dialog-close>Cancel</button>
        <button mat-flat-button type="submit">Keep it</button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    mat-dialog-content {
      display: grid;
      gap: 4px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SaidDialog {
  private readonly said = inject(SaidOfFindings);
  private readonly reference = inject<MatDialogRef<SaidDialog, FindingState>>(MatDialogRef);
  protected readonly about = inject<SaidAbout>(MAT_DIALOG_DATA);
  protected readonly error = signal('');
  protected readonly form = inject(FormBuilder).nonNullable.group({
    until: [this.about.state?.until ?? (null as Day | null)],
    reason: [this.about.state?.reason ?? ''],
    assigned: [this.about.state?.assigned ?? ''],
    note: [this.about.state?.note ?? ''],
  });

  protected save(): void {
    const said: Said = { key: this.about.key, ...this.form.getRawValue() };
    if (said.until !== null && said.reason.trim() === '') {
      this.error.set('Say why it is set aside.');
      return;
    }
    this.said.keep(this.about.client, said, this.about.state?.version ?? 0).subscribe({
      next: (state) => this.reference.close(state),
      error: (problem: ApiError) => this.error.set(problem.message),
    });
  }
}

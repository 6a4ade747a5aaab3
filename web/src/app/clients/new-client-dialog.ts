import { TIME_ZONES } from '../ui/time-zones';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatDialogActions, MatDialogClose, MatDialogContent, MatDialogRef, MatDialogTitle } from '@angular/material/dialog';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import { BUILT_IN_BOOK, RESULT_SET_IDS, type ResultSetId } from '@lens/core';
import { Api, type ApiError } from '../data/api';

@Component({
  selector: 'ul-new-client-dialog',
  imports: [
    MatButton,
    MatDialogActions,
    MatDialogClose,
    MatDialogContent,
    MatDialogTitle,
    MatFormField,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    ReactiveFormsModule,
  ],
  template: `
    <h2 mat-dialog-title>Add a client</h2>
    <form [formGroup]="form" (ngSubmit)="save()">
      <mat-dialog-content>
        <mat-form-field><mat-label>Name</mat-label><input matInput formControlName="name" /></mat-form-field>
        <mat-form-field
          ><mat-label>Currency, such as GBP</mat-label><input matInput formControlName="currency" maxlength="3"
        /></mat-form-field>
        <mat-form-field>
          <mat-label>Time zone</mat-label>
          <mat-select formControlName="timeZone">
            @for (zone of zones; track zone) {
              <mat-option [value]="zone">{{ zone }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
        <mat-form-field>
          <mat-label>What counts as a result</mat-label>
          <mat-select formControlName="metricSet">
            @for (set of sets; track set.id) {
              <mat-option [value]="set.id">{{ set.label }}</mat-option>
            }
          </mat-select>
        </mat-form-field>
        @if (error()) {
          <p class="notice bad" role="alert">{{ error() }}</p>
        }
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button mat-button type="button" mat-dialog-close>Cancel</button>
        <button mat-flat-button type="submit" [disabled]="form.invalid">Add the client</button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    mat-dialog-content {
      display: grid;
      gap: 10px;
      padding-top: 6px !important;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewClientDialog {
  private readonly api = inject(Api);
  private readonly reference = inject(MatDialogRef);
  protected readonly zones = TIME_ZONES;
  protected readonly sets = RESULT_SET_IDS.map((id) => ({ id, label: BUILT_IN_BOOK.set(id)?.label ?? id }));
  protected readonly error = signal('');
  protected readonly form = inject(FormBuilder).nonNullable.group({
    name: ['', Validators.required],
    currency: ['EUR', [Validators.required, Validators.pattern(/^[A-Za-z]{3}$/)]],
    timeZone: [Intl.DateTimeFormat().resolvedOptions().timeZone, Validators.required],
    metricSet: ['shop' as ResultSetId, Validators.required],
  });

  protected save(): void {
    const { currency, ...values } = this.form.getRawValue();
    this.api.call('addClient', { body: { ...values, currency: currency.toUpperCase(), locale: navigator.language } }).subscribe({
      next: (client) => this.reference.close(client),
      error: (error: ApiError) => this.error.set(error.message),
    });
  }
}

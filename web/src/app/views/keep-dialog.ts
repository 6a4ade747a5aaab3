import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
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
import type { StoredView } from '@lens/contract';
import type { KeptFocus, View } from '@lens/core';
import { Api, type ApiError } from '../data/api';
import { Person } from '../data/person';
import type { Choice } from '../ui/choices';
import { PickField } from '../ui/pick-field';
import { keepsText } from './view-state';

/** What is to be kept: of which client, over which version, with what of the focus as it stands on screen. */
export interface Keeping {
  readonly title: string;
  readonly client: string;
  readonly view: View;
  /** The view that becomes another; null for a new one. */
  readonly known: StoredView | null;
  readonly focus: { readonly [Part in keyof KeptFocus]: NonNullable<KeptFocus[Part]> };
  readonly locale: string;
}

/** Asks what a view is called and what of the focus it keeps, and stores it; closes with what was stored. */
@Component({
  selector: 'ul-keep-dialog',
  imports: [
    ...[MatButton, MatCheckbox, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
    ...[MatFormField, MatInput, MatLabel, PickField, ReactiveFormsModule],
  ],
  template: `
    <h2 mat-dialog-title>{{ asked.title }}</h2>
    <form [formGroup]="form" (ngSubmit)="save()">
      <mat-dialog-content>
        <mat-form-field><mat-label>It is called</mat-label><input matInput formControlName="label" maxlength="80" /></mat-form-field>
        <mat-form-field>
          <mat-label>What it is for, in a sentence</mat-label><input matInput formControlName="description" maxlength="300" />
        </mat-form-field>
        <ul-pick-field label="For" [choices]="scopes" formControlName="isOfAgency" />
        <p>It follows the sentence above the screen, but for what it keeps:</p>
        @for (part of parts; track part.key) {
          <mat-checkbox [formControlName]="part.key">{{ part.text }}</mat-checkbox>
        }
        @if (asked.known) {
          <mat-form-field><mat-label>Why it changes</mat-label><input matInput formControlName="note" maxlength="500" /></mat-form-field>
        }
        @if (error()) {
          <p class="notice bad" role="alert">{{ error() }}</p>
        }
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button mat-button type="button" mat-dialog-close>Cancel</button>
        <button mat-flat-button type="submit" [disabled]="form.invalid">Keep it</button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    mat-dialog-content {
      display: grid;
      gap: 8px;
      min-width: min(460px, 80vw);
    }
    p {
      margin: 6px 0 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeepDialog {
  private readonly api = inject(Api);
  private readonly person = inject(Person);
  private readonly opened = inject<MatDialogRef<KeepDialog, StoredView>>(MatDialogRef);
  protected readonly asked = inject<Keeping>(MAT_DIALOG_DATA);
  protected readonly error = signal('');

  protected readonly scopes: readonly Choice<boolean>[] = [
    { value: false, label: 'this client' },
    { value: true, label: 'all clients of the agency' },
  ];
  private readonly nothing: KeptFocus = { period: null, comparison: null, counting: null };
  protected readonly parts = (['period', 'comparison', 'counting'] as const).map((key) => ({
    key,
    text: keepsText({ ...this.nothing, [key]: this.asked.focus[key] }, this.asked.locale),
  }));
  protected readonly form = inject(FormBuilder).nonNullable.group({
    label: [this.asked.view.label, [Validators.required, Validators.pattern(/\S/)]],
    description: [this.asked.view.description],
    isOfAgency: [this.asked.known?.client === null],
    period: [this.asked.view.keeps.period !== null],
    comparison: [this.asked.view.keeps.comparison !== null],
    counting: [this.asked.view.keeps.counting !== null],
    note: [''],
  });

  protected save(): void {
    const { client, view, known, focus } = this.asked;
    const { period, comparison, counting, ...said } = this.form.getRawValue();
    const keeps: KeptFocus = {
      period: period ? (view.keeps.period ?? focus.period) : null,
      comparison: comparison ? (view.keeps.comparison ?? focus.comparison) : null,
      counting: counting ? (view.keeps.counting ?? focus.counting) : null,
    };
    const body = { asks: view.asks, words: view.words, keeps, ...said, seen: known?.version ?? 0, by: this.person.name() };
    const request = known
      ? this.api.call('changeView', { params: { client, id: known.id }, body })
      : this.api.call('addView', { params: { client }, body });
    request.subscribe({
      next: (stored) => this.opened.close(stored),
      error: (problem: ApiError) => this.error.set(problem.message),
    });
  }
}

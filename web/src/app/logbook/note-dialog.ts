import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
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
import type { ClientDetail, Note, StoredNote } from '@lens/contract';
import type { Day } from '@lens/core';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { Undo } from '../data/undo';
import { type Choice } from '../ui/choices';
import { DayField } from '../ui/day-field';
import { PickField } from '../ui/pick-field';
import { SuggestedField } from '../ui/suggested-field';
import { LogbookService } from './logbook';

export interface NoteAbout {
  readonly client: ClientDetail;
  readonly note: Note | StoredNote;
}

/** A note of the logbook, new or to be changed. */
@Component({
  selector: 'ul-note-dialog',
  imports: [
    ...[DayField, MatButton, MatCheckbox, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
    ...[MatFormField, MatInput, MatLabel, PickField, ReactiveFormsModule, SuggestedField],
  ],
  templateUrl: './note-dialog.html',
  styles: `
    mat-dialog-content {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 4px 12px;
    }
    .wide {
      grid-column: 1 / -1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NoteDialog {
  private readonly api = inject(Api);
  private readonly logbook = inject(LogbookService);
  private readonly reference = inject(MatDialogRef);
  private readonly about = inject<NoteAbout>(MAT_DIALOG_DATA);
  private readonly stored = 'version' in this.about.note ? this.about.note : null;
  protected readonly title = this.stored ? 'Change the note' : `Note something of ${this.about.client.name}`;
  protected readonly channels: readonly Choice<string | null>[] = [
    { value: null, label: 'All of the client' },
    ...[...new Set(this.about.client.accounts.map(({ channelName }) => channelName))].map((name) => ({ value: name, label: name })),
  ];
  protected readonly error = signal('');
  private readonly undo = inject(Undo);
  private readonly forms = inject(FormBuilder).nonNullable;
  protected readonly form = this.forms.group({
    text: [this.about.note.text, Validators.required],
    from: [this.about.note.days.from as Day | null, Validators.required],
    to: [this.about.note.days.to as Day | null, Validators.required],
    channel: [this.about.note.channel],
    campaign: [this.about.note.campaign ?? ''],
    isOfAgency: [this.stored?.client === null],
  });
  private readonly channel = toSignal(this.form.controls.channel.valueChanges, { initialValue: this.about.note.channel });
  protected readonly isOfChannel = computed(() => this.channel() !== null);
  /** Campaigns that are called as what is written so far. */
  protected readonly campaigns = toSignal(
    this.form.controls.campaign.valueChanges.pipe(
      switchMap((typed) =>
        this.api.call('find', { body: { clients: [this.about.client.id], typed: typed.slice(0, 100) } }).pipe(
          map(({ members }) => members.flatMap(({ level, name }) => (level === 'campaign' ? [name] : []))),
          catchError(() => of<string[]>([])),
        ),
      ),
    ),
    { initialValue: [] },
  );

  protected save(): void {
    const { text, from, to, channel, campaign, isOfAgency } = this.form.getRawValue();
    if (from === null || to === null) return;
    const own = campaign.trim() === '' || channel === null ? null : campaign.trim();
    const [client, was] = [this.about.client.id, this.stored];
    this.logbook.store(client, was, { text, days: { from, to }, channel, campaign: own, isOfAgency }).subscribe({
      next: (now) => {
        this.undo.stored('The note is kept.', () => (was ? this.logbook.put(client, now, was) : this.logbook.take(client, now)));
        this.reference.close();
      },
      error: (problem: ApiError) => this.error.set(problem.message),
    });
  }
}

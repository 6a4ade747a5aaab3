import { inject, Injectable, signal } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { Note, StoredNote } from '@lens/contract';
import { FocusService } from '../data/focus';

/** Opens what a note is written in, from any screen; it is read when it is first wanted. */
@Injectable({ providedIn: 'root' })
export class NoteWriter {
  private readonly dialogs = inject(MatDialog);
  private readonly focus = inject(FocusService);

  /** What a figure that is looked at is about. */
  readonly lookedAt = signal<Partial<Note>>({});

  /** A note of what is looked at: of the last of the days where nothing else is. */
  begin(): void {
    const day = this.focus.resolved()?.period.to ?? this.focus.clock()?.today ?? 0;
    this.change({ text: '', days: { from: day, to: day }, channel: null, campaign: null, ...this.lookedAt() });
  }

  change(note: Note | StoredNote): void {
    const client = this.focus.client();
    if (!client) return;
    void import('./note-dialog').then(({ NoteDialog }) => {
      // The key may have been pressed again meanwhile.
      if (this.dialogs.openDialogs.length === 0) this.dialogs.open(NoteDialog, { width: '520px', data: { client, note } });
    });
  }
}

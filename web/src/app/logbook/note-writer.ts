import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { Note, StoredNote } from '@lens/contract';
import { FocusService } from '../data/focus';

/** Opens what a note is written in, from any screen; it is read when it is first wanted. */
@Injectable({ providedIn: 'root' })
export class NoteWriter {
  private readonly dialogs = inject(MatDialog);
  private readonly focus = inject(FocusService);

  /** A note of the last day that is looked at. */
  begin(about: Partial<Note> = {}): void {
    const day = this.focus.resolved()?.period.to ?? this.focus.clock()?.today ?? 0;
    this.change({ text: '', days: { from: day, to: day }, channel: null, campaign: null, ...about });
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

import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { ClientDetail, Note, NotesReply, StoredNote } from '@lens/contract';
import { type Observable, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { Kept } from '../data/kept';
import { Person } from '../data/person';
import { Undo } from '../data/undo';
import type { LoadState } from '../ui/load-state';

/** What is noted of a client, read again after each edit. */
@Injectable({ providedIn: 'root' })
export class LogbookService {
  private readonly api = inject(Api);
  private readonly person = inject(Person);
  private readonly notices = inject(MatSnackBar);
  private readonly undo = inject(Undo);
  private readonly kept = new Kept((client) => this.api.call('notes', { params: { client } }));

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<NotesReply> | null> =>
    this.kept.follow(client$);

  /** Stores a note in place of one, or as a new one. */
  store(client: string, stored: StoredNote | null, note: Note & { readonly isOfAgency: boolean }): Observable<StoredNote> {
    const body = { ...note, seen: stored?.version ?? 0, by: this.person.name(), note: '' };
    const request = stored
      ? this.api.call('changeNote', { params: { client, id: stored.id }, body })
      : this.api.call('addNote', { params: { client }, body });
    return request.pipe(tap(() => this.kept.refresh()));
  }

  take(client: string, { id, version }: StoredNote): Observable<NotesReply> {
    const body = { seen: version, by: this.person.name() };
    return this.api.call('removeNote', { params: { client, id }, body }).pipe(tap(() => this.kept.refresh()));
  }

  /** Takes a note away, and tells of it. */
  remove(client: string, stored: StoredNote): void {
    this.take(client, stored).subscribe({
      next: () => {
        const gone = { ...stored, version: stored.version + 1 };
        this.undo.stored('The note is taken away.', () => this.put(client, gone, gone), 'Bring it back');
      },
      error: (problem: ApiError) => this.notices.open(problem.message, 'Close', { duration: 8000 }),
    });
  }

  /** One that was taken away, with the version that took it. */
  bringBack(client: string, gone: StoredNote): void {
    this.put(client, gone, gone).subscribe({
      error: (problem: ApiError) => this.notices.open(problem.message, 'Close', { duration: 8000 }),
    });
  }

  /** Stores over a version of a note what it was in another. */
  put(client: string, over: StoredNote, { days, channel, campaign, text, client: whose }: StoredNote): Observable<StoredNote> {
    return this.store(client, over, { days, channel, campaign, text, isOfAgency: whose === null });
  }
}

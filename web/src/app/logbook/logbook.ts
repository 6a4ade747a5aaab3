import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { ClientDetail, Note, NotesReply, StoredNote } from '@lens/contract';
import { type Observable, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { Kept } from '../data/kept';
import { Person } from '../data/person';
import type { LoadState } from '../ui/load-state';

/** What is noted of a client, read again after each edit. */
@Injectable({ providedIn: 'root' })
export class LogbookService {
  private readonly api = inject(Api);
  private readonly person = inject(Person);
  private readonly notices = inject(MatSnackBar);
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

  remove(client: string, stored: StoredNote): void {
    const params = { client, id: stored.id };
    this.api.call('removeNote', { params, body: { seen: stored.version, by: this.person.name() } }).subscribe({
      next: () => {
        this.kept.refresh();
        this.notices
          .open('The note is taken away.', 'Bring it back', { duration: 8000 })
          .onAction()
          .subscribe(() => this.bringBack(client, { ...stored, version: stored.version + 1 }));
      },
      error: (problem: ApiError) => this.notices.open(problem.message, 'Close', { duration: 8000 }),
    });
  }

  /** One that was taken away, with the version that took it. */
  bringBack(client: string, gone: StoredNote): void {
    const { days, channel, campaign, text } = gone;
    this.store(client, gone, { days, channel, campaign, text, isOfAgency: gone.client === null }).subscribe({
      error: (problem: ApiError) => this.notices.open(problem.message, 'Close', { duration: 8000 }),
    });
  }
}

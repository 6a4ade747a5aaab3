import { inject, Injectable } from '@angular/core';
import type { ClientDetail, LibraryReply } from '@lens/contract';
import { combineLatest, type Observable, of, startWith, Subject, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { type LoadState, loadState } from '../ui/load-state';

/** The metrics and sets of the agency and the client, with their versions; read again after each edit. */
@Injectable({ providedIn: 'root' })
export class LibraryService {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly edited = new Subject<void>();

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<LibraryReply> | null> =>
    combineLatest([client$, this.edited.pipe(startWith(undefined))]).pipe(
      switchMap(([client]) => (client ? loadState(this.api.call('library', { params: { client: client.id } })) : of(null))),
    );

  /** What was stored shows on every screen. */
  refresh(): void {
    this.edited.next();
    this.focus.refresh();
  }
}

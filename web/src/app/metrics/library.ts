import { inject, Injectable } from '@angular/core';
import type { ClientDetail, LibraryReply } from '@lens/contract';
import { distinctUntilChanged, filter, map, type Observable, of, startWith, Subject, switchMap } from 'rxjs';
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
    client$.pipe(
      map((client) => client?.id),
      distinctUntilChanged(),
      switchMap((client) =>
        client === undefined
          ? of(null)
          : this.edited.pipe(
              startWith(undefined),
              switchMap((_, nth) => this.read(client, nth > 0)),
            ),
      ),
    );

  /** What is read again replaces what there is when it is there. */
  private read(client: string, isAgain: boolean): Observable<LoadState<LibraryReply>> {
    const read = loadState(this.api.call('library', { params: { client } }));
    return isAgain ? read.pipe(filter(({ state }) => state !== 'loading')) : read;
  }

  /** What was stored shows on every screen. */
  refresh(): void {
    this.edited.next();
    this.focus.refresh();
  }
}

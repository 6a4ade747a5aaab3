import type { ClientDetail } from '@lens/contract';
import { distinctUntilChanged, filter, map, type Observable, of, startWith, Subject, switchMap } from 'rxjs';
import { type LoadState, loadState } from '../ui/load-state';

/**
 * Follows what is kept for a client, and reads it again after each edit:
 *
 *   client   a-----------b---|
 *   edited   ----x-----------|
 *   result   la--a-------lb--|     what is read again replaces what there is when it is there
 */
export class Kept<Reply> {
  private readonly edited = new Subject<void>();

  constructor(private readonly read: (client: string) => Observable<Reply>) {}

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<Reply> | null> =>
    client$.pipe(
      map((client) => client?.id),
      distinctUntilChanged(),
      switchMap((client) =>
        client === undefined
          ? of(null)
          : this.edited.pipe(
              startWith(undefined),
              switchMap((_, nth) => this.state(client, nth > 0)),
            ),
      ),
    );

  refresh(): void {
    this.edited.next();
  }

  private state(client: string, isAgain: boolean): Observable<LoadState<Reply>> {
    const state = loadState(this.read(client));
    return isAgain ? state.pipe(filter(({ state: each }) => each !== 'loading')) : state;
  }
}

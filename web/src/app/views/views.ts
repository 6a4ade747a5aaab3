import { effect, inject, Injectable, signal } from '@angular/core';
import type { ClientDetail, ViewsReply } from '@lens/contract';
import { distinctUntilChanged, filter, map, type Observable, of, startWith, Subject, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { type LoadState, loadState } from '../ui/load-state';

const KEY = 'unified-lens.starred-views';

/** The views of the agency and the client, read again after each edit, with those that this person starred. */
@Injectable({ providedIn: 'root' })
export class ViewsService {
  private readonly api = inject(Api);
  private readonly edited = new Subject<void>();
  readonly starred = signal<readonly string[]>(starredBefore());

  constructor() {
    effect(() => localStorage.setItem(KEY, JSON.stringify(this.starred())));
  }

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<ViewsReply> | null> =>
    client$.pipe(
      map((client) => client?.id),
      distinctUntilChanged(),
      switchMap((client) =>
        client === undefined
          ? of(null)
          : this.edited.pipe(
              startWith(undefined),
              switchMap((_, nth) => {
                const read = loadState(this.api.call('views', { params: { client } }));
                return nth > 0 ? read.pipe(filter(({ state }) => state !== 'loading')) : read;
              }),
            ),
      ),
    );

  /** What was stored shows on every screen. */
  refresh(): void {
    this.edited.next();
  }

  star(view: string): void {
    const starred = this.starred();
    this.starred.set(starred.includes(view) ? starred.filter((each) => each !== view) : [...starred, view]);
  }
}

function starredBefore(): readonly string[] {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(stored) ? stored.filter((each) => typeof each === 'string') : [];
  } catch {
    return [];
  }
}

import { inject, Injectable } from '@angular/core';
import type { ClientDetail, Frozen, FrozenReply } from '@lens/contract';
import { type Observable, tap } from 'rxjs';
import type { Taken } from '../answer/take-along';
import { Api } from '../data/api';
import { Kept } from '../data/kept';
import { Person } from '../data/person';
import type { LoadState } from '../ui/load-state';

/** Dashboards of a client as they stood, read again after each edit. */
@Injectable({ providedIn: 'root' })
export class FrozenCopies {
  private readonly api = inject(Api);
  private readonly person = inject(Person);
  private readonly kept = new Kept((client) => this.api.call('frozenCopies', { params: { client } }));

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<FrozenReply> | null> =>
    this.kept.follow(client$);

  freeze(client: string, { title, lines, tiles }: Taken): Observable<Frozen> {
    return this.shown(this.api.call('freeze', { params: { client }, body: { title, lines, tiles, by: this.person.name() } }));
  }

  remove(client: string, { id, version }: Frozen): Observable<FrozenReply> {
    return this.shown(this.api.call('removeFrozen', { params: { client, id }, body: { seen: version, by: this.person.name() } }));
  }

  /** Brings back one that was taken away; its version is the one that took it away. */
  bringBack(client: string, { id, version }: Frozen): Observable<FrozenReply> {
    return this.shown(this.api.call('bringBackFrozen', { params: { client, id }, body: { seen: version, by: this.person.name() } }));
  }

  private readonly shown = <T>(request: Observable<T>): Observable<T> => request.pipe(tap(() => this.kept.refresh()));
}

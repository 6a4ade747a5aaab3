import { effect, inject, Injectable, signal } from '@angular/core';
import type { ClientDetail, StoredView, ViewsReply } from '@lens/contract';
import type { View } from '@lens/core';
import { type Observable, tap } from 'rxjs';
import { Api } from '../data/api';
import { Kept } from '../data/kept';
import { Person } from '../data/person';
import { storedList } from '../data/stored-list';
import type { LoadState } from '../ui/load-state';

const KEY = 'unified-lens.starred-views';

/** The views of the agency and the client, read again after each edit, with those that this person starred. */
@Injectable({ providedIn: 'root' })
export class ViewsService {
  private readonly api = inject(Api);
  private readonly person = inject(Person);
  private readonly kept = new Kept((client) => this.api.call('views', { params: { client } }));
  readonly starred = signal(storedList(KEY, isText));

  constructor() {
    effect(() => localStorage.setItem(KEY, JSON.stringify(this.starred())));
  }

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<ViewsReply> | null> =>
    this.kept.follow(client$);

  /** Stores a view over a version of one; over the one that took it away, it is back. */
  put(client: string, over: StoredView, { label, description, asks, keeps, words }: View, note: string): Observable<StoredView> {
    const edit = { seen: over.version, by: this.person.name(), note, isOfAgency: over.client === null };
    return this.api
      .call('changeView', { params: { client, id: over.id }, body: { label, description, asks, keeps, words, ...edit } })
      .pipe(tap(() => this.refresh()));
  }

  remove(client: string, { id, version }: StoredView): Observable<ViewsReply> {
    const body = { seen: version, by: this.person.name() };
    return this.api.call('removeView', { params: { client, id }, body }).pipe(tap(() => this.refresh()));
  }

  /** What was stored shows on every screen. */
  refresh(): void {
    this.kept.refresh();
  }

  star(view: string): void {
    const starred = this.starred();
    this.starred.set(starred.includes(view) ? starred.filter((each) => each !== view) : [...starred, view]);
  }
}

const isText = (value: unknown): value is string => typeof value === 'string';

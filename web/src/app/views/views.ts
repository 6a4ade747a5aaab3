import { effect, inject, Injectable, signal } from '@angular/core';
import type { ClientDetail, ViewsReply } from '@lens/contract';
import type { Observable } from 'rxjs';
import { Api } from '../data/api';
import { Kept } from '../data/kept';
import { storedList } from '../data/stored-list';
import type { LoadState } from '../ui/load-state';

const KEY = 'unified-lens.starred-views';

/** The views of the agency and the client, read again after each edit, with those that this person starred. */
@Injectable({ providedIn: 'root' })
export class ViewsService {
  private readonly api = inject(Api);
  private readonly kept = new Kept((client) => this.api.call('views', { params: { client } }));
  readonly starred = signal(storedList(KEY, isText));

  constructor() {
    effect(() => localStorage.setItem(KEY, JSON.stringify(this.starred())));
  }

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<ViewsReply> | null> =>
    this.kept.follow(client$);

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

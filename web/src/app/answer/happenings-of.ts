import { inject, Injectable } from '@angular/core';
import { type DayRange } from '@lens/core';
import { type Happening, happeningOfChange, happeningOfNote } from '@lens/draw';
import { combineLatest, finalize, map, type Observable, of, shareReplay } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { LogbookService } from '../logbook/logbook';
import { loadState } from '../ui/load-state';

/** What happened to a client on some days, asked for once however many pictures show them. */
@Injectable({ providedIn: 'root' })
export class HappeningsOf {
  private readonly api = inject(Api);
  private readonly notes$ = inject(FocusService).client$.pipe(
    inject(LogbookService).follow,
    shareReplay({ bufferSize: 1, refCount: true }),
  );
  private readonly asked = new Map<string, Observable<readonly Happening[]>>();

  /** Notes and changes as they are known so far; none of several clients, whose names could not be told apart. */
  on({ clients, period }: { readonly clients: readonly string[]; readonly period: DayRange }): Observable<readonly Happening[]> {
    const [client, ...others] = clients;
    if (client === undefined || others.length > 0) return of([]);
    const key = JSON.stringify([client, period]);
    const known = this.asked.get(key);
    if (known) return known;
    const changes$ = loadState(this.api.call('changes', { params: { client }, body: { period } }));
    const all$ = combineLatest([this.notes$, changes$]).pipe(
      map(([notes, changes]) => [
        ...(notes?.state === 'ready' ? notes.value.notes.map(happeningOfNote) : []),
        ...(changes.state === 'ready' ? changes.value.changes.map(happeningOfChange) : []),
      ]),
      finalize(() => this.asked.delete(key)),
      shareReplay({ bufferSize: 1, refCount: true }),
    );
    this.asked.set(key, all$);
    return all$;
  }
}

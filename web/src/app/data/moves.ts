import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { Move, MovesReply, PlanRequest } from '@lens/contract';
import type { DayRange } from '@lens/core';
import { catchError, combineLatest, concat, last, map, type Observable, of, shareReplay, startWith, Subject, switchMap, tap } from 'rxjs';
import { Api } from './api';
import { FocusService } from './focus';

/** Decided moves of the client in focus. */
@Injectable({ providedIn: 'root' })
export class MovesService {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly changed = new Subject<void>();

  readonly reply$: Observable<MovesReply | null> = combineLatest([this.focus.client$, this.changed.pipe(startWith(undefined))]).pipe(
    switchMap(([client]) =>
      client ? this.api.call('moves', { params: { client: client.id } }).pipe(catchError(() => of(null))) : of(null),
    ),
    shareReplay(1),
  );
  readonly reply = toSignal(this.reply$);

  /** Decides on some moves of a finding, or on all where no subjects are named. */
  decide(
    client: string,
    decision: { period: DayRange; finding: string; subjects: string[]; decision: Move['decision']; reason: string },
  ): Observable<Move[]> {
    return this.api.call('decide', { params: { client }, body: decision }).pipe(tap(() => this.changed.next()));
  }

  acceptPlan(client: string, body: { plan: PlanRequest; keys: string[]; dataVersion: number }): Observable<MovesReply> {
    return this.api.call('acceptPlan', { params: { client }, body }).pipe(tap(() => this.changed.next()));
  }

  /** Takes decisions back. */
  undo(client: string, moves: readonly string[]): Observable<void> {
    return concat(...moves.map((move) => this.api.call('undecide', { params: { client, move } }))).pipe(
      last(null, undefined),
      tap(() => this.changed.next()),
      map(() => undefined),
    );
  }
}

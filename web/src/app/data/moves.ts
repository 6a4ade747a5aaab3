import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { BulkRequest, Move, MovesReply, PlanRequest, SentMove } from '@lens/contract';
import type { DayRange } from '@lens/core';
import { catchError, combineLatest, map, type Observable, of, shareReplay, startWith, Subject, switchMap, tap } from 'rxjs';
import { Api } from './api';
import { FocusService } from './focus';
import { Person } from './person';

/** Decided moves of the client in focus. */
@Injectable({ providedIn: 'root' })
export class MovesService {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly person = inject(Person);
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
    return this.api
      .call('decide', { params: { client }, body: { ...decision, by: this.person.name() } })
      .pipe(tap(() => this.changed.next()));
  }

  acceptPlan(client: string, body: { plan: PlanRequest; keys: string[]; dataVersion: number }): Observable<MovesReply> {
    return this.api
      .call('acceptPlan', { params: { client }, body: { ...body, by: this.person.name() } })
      .pipe(tap(() => this.changed.next()));
  }

  /** Accepts one change of several campaigns or ads. */
  acceptInBulk(client: string, body: BulkRequest & { dataVersion: number }): Observable<MovesReply> {
    return this.api
      .call('acceptInBulk', { params: { client }, body: { ...body, by: this.person.name() } })
      .pipe(tap(() => this.changed.next()));
  }

  /** Accepts or dismisses what a standing rule proposed. */
  decideByRule(
    client: string,
    id: string,
    said: { subjects: string[]; decision: Move['decision']; reason: string },
  ): Observable<MovesReply> {
    return this.api
      .call('decideByRule', { params: { client, id }, body: { ...said, by: this.person.name() } })
      .pipe(tap(() => this.changed.next()));
  }

  /** Approves moves in the name of who sits here. */
  approve(client: string, moves: string[]): Observable<MovesReply> {
    return this.api
      .call('approveMoves', { params: { client }, body: { moves, by: this.person.name() } })
      .pipe(tap(() => this.changed.next()));
  }

  /** Sends moves to their channels, and tells of each what became of it. */
  send(client: string, moves: string[]): Observable<readonly SentMove[]> {
    return this.api.call('sendMoves', { params: { client }, body: { moves, by: this.person.name() } }).pipe(
      tap(() => this.changed.next()),
      map(({ results }) => results),
    );
  }

  /** Accepts the opposite of a move that was carried out. */
  takeBack(client: string, move: string): Observable<Move> {
    return this.api
      .call('takeBackMove', { params: { client, move }, body: { by: this.person.name() } })
      .pipe(tap(() => this.changed.next()));
  }

  /** Says who approves moves. */
  setLeads(leads: string[]): Observable<void> {
    return this.api.call('setLeads', { body: { leads } }).pipe(
      tap(() => this.changed.next()),
      map(() => undefined),
    );
  }

  /** Takes decisions back. */
  undo(client: string, moves: readonly string[]): Observable<void> {
    return this.api.call('undecide', { params: { client }, body: { moves: [...moves] } }).pipe(
      tap(() => this.changed.next()),
      map(() => undefined),
    );
  }
}

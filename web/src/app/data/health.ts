import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, of, shareReplay, switchMap } from 'rxjs';
import { Api } from './api';
import { FocusService } from './focus';

/** What is to know about the data of the client in focus. Asked again whenever the client is. */
@Injectable({ providedIn: 'root' })
export class HealthService {
  private readonly api = inject(Api);

  private readonly client$ = inject(FocusService).client$;

  readonly health$ = this.client$.pipe(
    switchMap((client) =>
      client?.data ? this.api.call('health', { params: { client: client.id } }).pipe(catchError(() => of(null))) : of(null),
    ),
    shareReplay(1),
  );
  /** The same of its logs of touches and of what channels claim, asked where it is shown: reading these takes a while. */
  readonly logNotes$ = this.client$.pipe(
    switchMap((client) =>
      client?.data ? this.api.call('logHealth', { params: { client: client.id } }).pipe(catchError(() => of([]))) : of([]),
    ),
  );
  readonly health = toSignal(this.health$, { initialValue: null });
  /** How many of its notes are serious. */
  readonly serious = toSignal(this.health$.pipe(map((health) => health?.notes.filter(({ serious }) => serious).length ?? 0)), {
    initialValue: 0,
  });
}

import { inject, Injectable } from '@angular/core';
import type { ClientGlance } from '@lens/contract';
import { catchError, of, shareReplay, startWith, Subject, switchMap } from 'rxjs';
import { Api } from '../data/api';

/** How all clients stand this month, asked once for all tiles that tell of it, and again when something has changed. */
@Injectable()
export class Glances {
  private readonly api = inject(Api);
  private readonly changed = new Subject<void>();
  readonly all$ = this.changed.pipe(
    startWith(undefined),
    switchMap(() => this.api.call('glances', {}).pipe(catchError(() => of<ClientGlance[]>([])))),
    shareReplay(1),
  );

  refresh(): void {
    this.changed.next();
  }
}

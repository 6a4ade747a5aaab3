import { inject, Injectable } from '@angular/core';
import type { ClientGlance } from '@lens/contract';
import { catchError, of, shareReplay } from 'rxjs';
import { Api } from '../data/api';

/** How all clients stand this month, asked once for all tiles that tell of it. */
@Injectable()
export class Glances {
  readonly all$ = inject(Api)
    .call('glances', {})
    .pipe(
      catchError(() => of<ClientGlance[]>([])),
      shareReplay(1),
    );
}

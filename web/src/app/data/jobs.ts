import { inject, Injectable } from '@angular/core';
import type { Job } from '@lens/contract';
import { EMPTY, expand, type Observable, of, switchMap, timer } from 'rxjs';
import { Api } from './api';

const EVERY = 250;

/** Long work on the server, asked after until it has ended. */
@Injectable({ providedIn: 'root' })
export class Jobs {
  private readonly api = inject(Api);

  /**
   * Asks for a job until it no longer runs:
   *
   *   job      r-----r-----d
   *   result   r-----r-----d|
   */
  follow(job: Job): Observable<Job> {
    return of(job).pipe(
      expand((latest) =>
        latest.state === 'running' ? timer(EVERY).pipe(switchMap(() => this.api.call('job', { params: { job: job.id } }))) : EMPTY,
      ),
    );
  }
}

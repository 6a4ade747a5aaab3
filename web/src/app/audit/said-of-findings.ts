import { inject, Injectable } from '@angular/core';
import type { FindingState } from '@lens/contract';
import type { Observable } from 'rxjs';
import { Api } from '../data/api';
import { Person } from '../data/person';

export type Said = Pick<FindingState, 'key' | 'until' | 'reason' | 'assigned' | 'note'>;

/** What people say of findings. */
@Injectable({ providedIn: 'root' })
export class SaidOfFindings {
  private readonly api = inject(Api);
  private readonly person = inject(Person);

  /** Keeps it; refused where somebody else has said something since `seen`. */
  keep(client: string, said: Said, seen: number): Observable<FindingState> {
    return this.api.call('sayOfFinding', { params: { client }, body: { ...said, seen, by: this.person.name() } });
  }
}

import { inject, Injectable } from '@angular/core';
import type { ClientDetail, DashboardsReply } from '@lens/contract';
import type { Observable } from 'rxjs';
import { Api } from '../data/api';
import { Kept } from '../data/kept';
import type { LoadState } from '../ui/load-state';

/** The dashboards of the agency and the client, read again after each edit. */
@Injectable({ providedIn: 'root' })
export class DashboardsService {
  private readonly api = inject(Api);
  private readonly kept = new Kept((client) => this.api.call('dashboards', { params: { client } }));

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<DashboardsReply> | null> =>
    this.kept.follow(client$);

  /** What was stored shows on every screen. */
  refresh(): void {
    this.kept.refresh();
  }
}

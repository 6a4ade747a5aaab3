import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router } from '@angular/router';
import type { ClientDetail, DashboardsReply, StoredDashboard } from '@lens/contract';
import type { Dashboard } from '@lens/core';
import { map, type Observable, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { bodyOf } from './dashboard-edits';
import { Kept } from '../data/kept';
import { Person } from '../data/person';
import type { LoadState } from '../ui/load-state';

/** The dashboards of the agency and the client, read again after each edit. */
@Injectable({ providedIn: 'root' })
export class DashboardsService {
  private readonly api = inject(Api);
  private readonly notices = inject(MatSnackBar);
  private readonly person = inject(Person);
  private readonly router = inject(Router);
  private readonly kept = new Kept((client) => this.api.call('dashboards', { params: { client } }));

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<DashboardsReply> | null> =>
    this.kept.follow(client$);

  /** Stores a dashboard in place of one, or as a new one. */
  store(client: string, stored: StoredDashboard | null, dashboard: Dashboard, note = ''): Observable<StoredDashboard> {
    const body = { ...dashboard, seen: stored?.version ?? 0, by: this.person.name(), note, isOfAgency: stored?.client === null };
    const request = stored
      ? this.api.call('changeDashboard', { params: { client, id: stored.id }, body })
      : this.api.call('addDashboard', { params: { client }, body });
    return request.pipe(tap(() => this.refresh()));
  }

  /** Resolves with what it was as it can be brought back. */
  remove(client: string, stored: StoredDashboard): Observable<StoredDashboard> {
    const body = { seen: stored.version, by: this.person.name() };
    return this.api.call('removeDashboard', { params: { client, id: stored.id }, body }).pipe(
      tap(() => this.refresh()),
      map(() => ({ ...stored, version: stored.version + 1 })),
    );
  }

  /** Brings back one that was taken away; its version is the one that took it away. */
  bringBack(client: string, gone: StoredDashboard): Observable<StoredDashboard> {
    return this.store(client, gone, bodyOf(gone), 'brought back');
  }

  /** The same from another screen, which says where it is now. */
  put(client: string, stored: StoredDashboard | null, dashboard: Dashboard): void {
    this.store(client, stored, dashboard).subscribe({
      next: ({ id, label }) =>
        this.notices
          .open(`It is on “${label}” now.`, 'Look', { duration: 6000 })
          .onAction()
          .subscribe(() => void this.router.navigate(['/dashboards'], { queryParams: { board: id }, queryParamsHandling: 'merge' })),
      error: (problem: ApiError) => this.notices.open(problem.message, 'Close', { duration: 8000 }),
    });
  }

  /** What was stored shows on every screen. */
  refresh(): void {
    this.kept.refresh();
  }
}

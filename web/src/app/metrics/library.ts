import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { ClientDetail, LibraryReply } from '@lens/contract';
import type { OwnMetric, OwnMetricSet } from '@lens/core';
import { type Observable, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { Kept } from '../data/kept';
import { Person } from '../data/person';
import type { LoadState } from '../ui/load-state';
import type { MetricForm } from './metric-form';
import type { SetForm } from './set-form';

/** The metrics and sets of the agency and the client, with their versions; read again after each edit. */
@Injectable({ providedIn: 'root' })
export class LibraryService {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly notices = inject(MatSnackBar);
  private readonly person = inject(Person);
  private readonly kept = new Kept((client) => this.api.call('library', { params: { client } }));

  readonly follow = (client$: Observable<ClientDetail | null | undefined>): Observable<LoadState<LibraryReply> | null> =>
    this.kept.follow(client$);

  /** Stores a metric over the version that was seen, or a new one where there is no id; also one that was taken away: it is back then. */
  putMetric(client: string, id: string | null, form: MetricForm, seen: number, note = ''): Observable<OwnMetric> {
    const body = { ...form, seen, by: this.person.name(), note };
    return this.shown(
      id === null
        ? this.api.call('addMetric', { params: { client }, body })
        : this.api.call('changeMetric', { params: { client, id }, body }),
    );
  }

  removeMetric(client: string, id: string, seen: number): Observable<LibraryReply> {
    return this.shown(this.api.call('removeMetric', { params: { client, id }, body: { seen, by: this.person.name() } }));
  }

  /** The same of a set. */
  putSet(client: string, id: string | null, form: SetForm, seen: number): Observable<OwnMetricSet> {
    const body = { ...form, seen, by: this.person.name(), note: '' };
    return this.shown(
      id === null
        ? this.api.call('addMetricSet', { params: { client }, body })
        : this.api.call('changeMetricSet', { params: { client, id }, body }),
    );
  }

  removeSet(client: string, id: string, seen: number): Observable<LibraryReply> {
    return this.shown(this.api.call('removeMetricSet', { params: { client, id }, body: { seen, by: this.person.name() } }));
  }

  /** Does what brings something back, and tells of it. */
  bringBack(back: Observable<{ readonly label: string }>): void {
    const tell = (text: string) => this.notices.open(text, 'Close', { duration: 8000 });
    back.subscribe({ next: ({ label }) => tell(`“${label}” is back.`), error: (problem: ApiError) => tell(problem.message) });
  }

  private readonly shown = <T>(request: Observable<T>): Observable<T> => request.pipe(tap(() => this.refresh()));

  /** What was stored shows on every screen. */
  refresh(): void {
    this.kept.refresh();
    this.focus.refresh();
  }
}

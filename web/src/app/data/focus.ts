import { inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';
import type { ClientDetail, Clock } from '@lens/contract';
import {
  type Comparison,
  comparisonRange,
  type Counting,
  type DayRange,
  type KeptFocus,
  type MetricBook,
  resolvePeriod,
  type ResolvedPeriod,
  type Style,
} from '@lens/core';
import {
  catchError,
  combineLatest,
  distinctUntilChanged,
  map,
  type Observable,
  of,
  shareReplay,
  startWith,
  Subject,
  switchMap,
} from 'rxjs';
import { type Focus, readFocus, writeFocus } from './address';
import { Api } from './api';
import { bookOfClient } from './vocabulary';

/** A focus with the days it means: everything a question needs to be asked. */
export interface Resolved extends Counting {
  readonly client: ClientDetail;
  readonly period: ResolvedPeriod;
  readonly comparison: DayRange | null;
  readonly knownOn: number | null;
  readonly style: Style;
  /** The metrics of the client's words. */
  readonly book: MetricBook;
  readonly today: number;
}

/** What is being looked at, read from and written to the address. */
@Injectable({ providedIn: 'root' })
export class FocusService {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly route = inject(ActivatedRoute);
  private readonly refreshed = new Subject<void>();

  readonly focus$: Observable<Focus> = this.route.queryParamMap.pipe(
    map((params) => readFocus((key) => params.get(key))),
    distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
    shareReplay(1),
  );

  readonly clock$: Observable<Clock> = this.api.call('clock', {}).pipe(shareReplay(1));

  /** The client in focus, null without one or when there is none of that name. */
  readonly client$: Observable<ClientDetail | null> = combineLatest([
    this.focus$.pipe(
      map((focus) => focus.client),
      distinctUntilChanged(),
    ),
    this.refreshed.pipe(startWith(undefined)),
  ]).pipe(
    switchMap(([client]) =>
      client === null ? of(null) : this.api.call('client', { params: { client } }).pipe(catchError(() => of(null))),
    ),
    shareReplay(1),
  );

  /** Its id alone: what is being edited of a client is not read again because the client is. */
  readonly clientId$: Observable<string | null> = this.client$.pipe(
    map((client) => client?.id ?? null),
    distinctUntilChanged(),
  );

  /** Null while there is no client in focus or the period holds no finished day. */
  readonly resolved$: Observable<Resolved | null> = combineLatest([this.focus$, this.client$, this.clock$]).pipe(
    map(([focus, client, { today }]) => (client && client.id === focus.client ? resolve(focus, client, today) : null)),
    shareReplay(1),
  );

  readonly focus = toSignal(this.focus$);
  readonly client = toSignal(this.client$);
  readonly resolved = toSignal(this.resolved$);
  readonly clock = toSignal(this.clock$);

  /** Changes a part of the focus; the address follows and everything on screen follows it. */
  change(part: Partial<Focus>): void {
    const focus = { ...(this.focus() ?? readFocus(() => null)), ...part };
    void this.router.navigate([], { queryParams: writeFocus(focus), queryParamsHandling: 'merge' });
  }

  /** Reads the client again after an import or an edit. */
  refresh(): void {
    this.refreshed.next();
  }
}

/** The same with what a view keeps of the focus for itself; null where its days hold no finished one. */
export function withFocus(resolved: Resolved, { period, comparison, counting }: KeptFocus): Resolved | null {
  const { client, today } = resolved;
  const days = period ? resolvePeriod(period, today, client.data ?? undefined) : resolved.period;
  if (!days) return null;
  // Days of its own are compared the usual way, where anything is compared.
  const usual: Comparison = { mode: resolved.comparison ? 'before' : 'none' };
  const against = comparison ?? (period ? usual : null);
  return {
    ...resolved,
    ...counting,
    period: days,
    comparison: against ? (comparisonRange(days, against) ?? null) : resolved.comparison,
  };
}

function resolve(focus: Focus, client: ClientDetail, today: number): Resolved | null {
  const period = resolvePeriod(focus.period, today, client.data ?? undefined);
  if (!period) return null;
  return {
    client,
    period,
    comparison: comparisonRange(period, focus.comparison) ?? null,
    knownOn: focus.knownOn,
    countedBy: focus.countedBy,
    basis: focus.basis,
    style: { locale: client.locale, currency: client.currency },
    book: bookOfClient(client),
    today,
  };
}

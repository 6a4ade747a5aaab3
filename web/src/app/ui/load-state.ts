import { computed, type Signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, type Observable, of, startWith, switchMap } from 'rxjs';
import { ApiError } from '../data/api';

/** What a screen knows of something it waits for. */
export type LoadState<T> =
  { readonly state: 'loading' } | { readonly state: 'failed'; readonly message: string } | { readonly state: 'ready'; readonly value: T };

/**
 * Follows a request:
 *
 *   request   ----------v|
 *   result    l---------r(v)|      loading, then ready
 *   request   -----#
 *   result    l----f|              loading, then failed with words
 */
export function loadState<T>(request: Observable<T>): Observable<LoadState<T>> {
  return request.pipe(
    map((value): LoadState<T> => ({ state: 'ready', value })),
    catchError((error: unknown) =>
      of<LoadState<T>>({ state: 'failed', message: error instanceof ApiError ? error.message : String(error) }),
    ),
    startWith<LoadState<T>>({ state: 'loading' }),
  );
}

/** The answer to what a screen asks now: null while it is waited for, where it failed and where nothing is asked. */
export interface Answered<T> {
  readonly value: Signal<T | null>;
  /** In words for a person; empty where it did not fail. */
  readonly failure: Signal<string>;
}

/** Asks whenever the question is another; what was asked before is left. To be called where something is injected. */
export function answered<Q, T>(asked: Signal<Q | null>, request: (question: Q) => Observable<T>): Answered<T> {
  const load = toSignal(toObservable(asked).pipe(switchMap((question) => (question === null ? of(null) : loadState(request(question))))));
  return {
    value: computed(() => {
      const state = load();
      return state?.state === 'ready' ? state.value : null;
    }),
    failure: computed(() => {
      const state = load();
      return state?.state === 'failed' ? state.message : '';
    }),
  };
}

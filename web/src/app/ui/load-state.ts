import { catchError, map, type Observable, of, startWith } from 'rxjs';
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

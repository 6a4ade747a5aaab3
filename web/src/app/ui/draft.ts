import { computed, inject, linkedSignal, type Signal } from '@angular/core';
import { type Observable, tap } from 'rxjs';
import type { ApiError } from '../data/api';
import { Undo } from '../data/undo';

/** A document as it stands on screen beside what is stored; it is stored only when saved. */
export interface Draft<T> {
  readonly value: Signal<T>;
  readonly dirty: Signal<boolean>;
  /** Why it could not be saved; empty where it could. */
  readonly error: Signal<string>;
  change(next: T): void;
  save(): void;
}

/** Begins anew whenever what is stored changes; each change and each saving can be undone. To be made where something can be injected. */
export function draftOf<T extends object>(
  stored: () => T,
  { store, saved, then }: { store: (value: T) => Observable<unknown>; saved: string; then?: () => void },
): Draft<T> {
  const undo = inject(Undo);
  const value = linkedSignal(stored);
  const kept = linkedSignal(stored);
  const error = linkedSignal({ source: stored, computation: () => '' });
  const put = (next: T): Observable<unknown> =>
    store(next).pipe(
      tap(() => {
        kept.set(next);
        value.set(next);
        then?.();
      }),
    );
  return {
    value,
    dirty: computed(() => value() !== kept()),
    error,
    change: (next) => undo.change(value, next),
    save: () => {
      error.set('');
      const before = kept();
      put(value()).subscribe({
        next: () => undo.stored(saved, () => put(before)),
        error: (problem: ApiError) => error.set(problem.message),
      });
    },
  };
}

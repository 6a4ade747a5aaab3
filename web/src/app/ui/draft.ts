import { inject, linkedSignal, type Signal } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Observable } from 'rxjs';
import type { ApiError } from '../data/api';

/** A document as it stands on screen beside what is stored; it is stored only when saved. */
export interface Draft<T> {
  readonly value: Signal<T>;
  readonly dirty: Signal<boolean>;
  /** Why it could not be saved; empty where it could. */
  readonly error: Signal<string>;
  change(next: T): void;
  save(): void;
}

/** Begins anew whenever what is stored changes. To be made where something can be injected. */
export function draftOf<T>(
  stored: () => T,
  { store, saved, then }: { store: (value: T) => Observable<unknown>; saved: string; then?: () => void },
): Draft<T> {
  const notices = inject(MatSnackBar);
  const value = linkedSignal(stored);
  const dirty = linkedSignal({ source: stored, computation: () => false });
  const error = linkedSignal({ source: stored, computation: () => '' });
  return {
    value,
    dirty,
    error,
    change: (next) => {
      value.set(next);
      dirty.set(true);
    },
    save: () => {
      error.set('');
      store(value()).subscribe({
        next: () => {
          dirty.set(false);
          then?.();
          notices.open(saved, 'Close', { duration: 5000 });
        },
        error: (problem: ApiError) => error.set(problem.message),
      });
    },
  };
}

import { computed, inject, linkedSignal, type Signal } from '@angular/core';
import { type Observable, tap } from 'rxjs';
import type { ApiError } from '../data/api';
import { Person } from '../data/person';
import { Undo } from '../data/undo';
import type { Earlier } from './earlier';

/** A document as it is stored. */
export interface Stored<T> {
  readonly value: T;
  readonly version: number;
}

/** Which version was looked at by whoever stores another, and who that is. */
export interface Edit {
  readonly seen: number;
  readonly by: string;
}

/** Where a document is kept. */
export interface Keeping<T> {
  readonly read: () => Observable<Stored<T>>;
  readonly store: (value: T, edit: Edit) => Observable<{ readonly version: number }>;
  readonly earlier: () => Observable<readonly Earlier<T>[]>;
  /** Told when it is stored. */
  readonly saved: string;
  readonly then?: () => void;
}

/** A document as it stands on screen beside what is stored; it is stored only when saved. */
export interface Draft<T> {
  readonly value: Signal<T>;
  readonly dirty: Signal<boolean>;
  /** Why it could not be saved; empty where it could. */
  readonly error: Signal<string>;
  /** Whether that is because somebody else has stored another since it was read. */
  readonly isLate: Signal<boolean>;
  readonly change: (next: T) => void;
  readonly save: () => void;
  /** Shows what the other stored; what stood here comes back by undoing. */
  readonly takeTheirs: () => void;
  /** Stores what stands here over what the other stored. */
  readonly keepMine: () => void;
  /** What it was before, the newest first. */
  readonly earlier: () => Observable<readonly Earlier<T>[]>;
}

/** Begins anew whenever what is stored changes; each change and each saving can be undone. To be made where something can be injected. */
export function draftOf<T extends object>(stored: () => Stored<T>, { read, store, earlier, saved, then }: Keeping<T>): Draft<T> {
  const [undo, person] = [inject(Undo), inject(Person)];
  const value = linkedSignal(() => stored().value);
  const kept = linkedSignal(stored);
  const failed = linkedSignal<unknown, ApiError | null>({ source: stored, computation: () => null });
  const put = (next: T): Observable<unknown> =>
    store(next, { seen: kept().version, by: person.name() }).pipe(
      tap(({ version }) => {
        kept.set({ value: next, version });
        value.set(next);
        then?.();
      }),
    );
  const save = (): void => {
    failed.set(null);
    const before = kept().value;
    put(value()).subscribe({
      next: () => undo.stored(saved, () => put(before)),
      error: (problem: ApiError) => failed.set(problem),
    });
  };
  const readTheirs = (use: (theirs: T) => void): void => {
    read().subscribe({
      next: (theirs) => {
        kept.set(theirs);
        failed.set(null);
        use(theirs.value);
      },
      error: (problem: ApiError) => failed.set(problem),
    });
  };
  return {
    value,
    dirty: computed(() => value() !== kept().value),
    error: computed(() => failed()?.message ?? ''),
    isLate: computed(() => failed()?.problem.status === 409),
    change: (next) => undo.change(value, next),
    save,
    takeTheirs: () => readTheirs((theirs) => undo.change(value, theirs)),
    keepMine: () => readTheirs(save),
    earlier,
  };
}

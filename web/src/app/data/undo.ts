import { inject, Injectable, type WritableSignal } from '@angular/core';
import { MatSnackBar, type MatSnackBarRef, type TextOnlySnackBar } from '@angular/material/snack-bar';
import { NavigationEnd, Router } from '@angular/router';
import type { Observable } from 'rxjs';
import type { ApiError } from './api';

/** The bar stays long enough to be read and reached. */
const SHOWN = 10_000;

/** What was done on the screen: the last of it is undone by a key, and what was stored also from the bar that tells of it. */
@Injectable({ providedIn: 'root' })
export class Undo {
  private readonly notices = inject(MatSnackBar);
  private steps: (() => boolean)[] = [];
  private bar: MatSnackBarRef<TextOnlySnackBar> | undefined;
  private screen = '';

  constructor() {
    // What was done elsewhere, or for another client, is not in sight: nothing must change it unseen.
    inject(Router).events.subscribe((event) => {
      if (event instanceof NavigationEnd) this.show(event.urlAfterRedirects);
    });
  }

  /** Remembers how to undo what was done last; `undo` says whether there was anything left to undo. */
  remember(undo: () => boolean): void {
    this.steps.push(undo);
  }

  /** Changes what stands on the screen, and remembers what stood there. */
  change<T extends object>(of: WritableSignal<T>, next: T): void {
    const before = of();
    of.set(next);
    this.remember(() => {
      if (of() !== next) return false;
      of.set(before);
      return true;
    });
  }

  /** Tells in a bar what was stored, and offers to store what undoes it. */
  stored(done: string, undo: () => Observable<unknown>, action = 'Undo'): void {
    let isUndone = false;
    const once = (): boolean => {
      if (isUndone) return false;
      isUndone = true;
      undo().subscribe({
        next: () => this.notices.open('It is as it was before.', 'Close', { duration: 5000 }),
        error: (problem: ApiError) => this.notices.open(problem.message, 'Close', { duration: SHOWN }),
      });
      return true;
    };
    this.remember(once);
    this.bar = this.notices.open(done, action, { duration: SHOWN });
    this.bar.onAction().subscribe(once);
  }

  /** Undoes what was done last. False where nothing was. */
  last(): boolean {
    for (let step = this.steps.pop(); step; step = this.steps.pop()) if (step()) return true;
    return false;
  }

  private show(address: string): void {
    const url = new URL(address, 'http://here');
    const screen = `${url.pathname} ${url.searchParams.get('client') ?? ''}`;
    if (screen === this.screen) return;
    this.screen = screen;
    this.steps = [];
    this.bar?.dismiss();
  }
}

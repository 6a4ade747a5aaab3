import { effect, Injectable, signal } from '@angular/core';

const KEY = 'unified-lens.person';

/** Who sits in front of this screen, as they called themselves last; the history of imports names them. */
@Injectable({ providedIn: 'root' })
export class Person {
  readonly name = signal(localStorage.getItem(KEY) ?? '');

  constructor() {
    effect(() => localStorage.setItem(KEY, this.name()));
  }
}

import { effect, Injectable, signal } from '@angular/core';
import { storedList } from '../data/stored-list';
import type { Thing } from './thing';

const KEY = 'unified-lens.used-lately';
const MOST_KEPT = 12;

/** What this person went to last, the latest first. */
@Injectable({ providedIn: 'root' })
export class UsedLately {
  readonly things = signal(storedList(KEY, isThing));

  constructor() {
    effect(() => localStorage.setItem(KEY, JSON.stringify(this.things())));
  }

  note(thing: Thing): void {
    this.things.update((things) => [thing, ...things.filter(({ id }) => id !== thing.id)].slice(0, MOST_KEPT));
  }
}

function isThing(value: unknown): value is Thing {
  const { id, label, kind, query, path } = (value ?? {}) as Record<string, unknown>;
  const isText = [id, label, kind].every((each) => typeof each === 'string');
  return isText && typeof query === 'object' && query !== null && (path === null || typeof path === 'string');
}

import { effect, Injectable, signal } from '@angular/core';
import type { Thing } from './thing';

const KEY = 'unified-lens.used-lately';
const MOST_KEPT = 12;

/** What this person went to last, the latest first. */
@Injectable({ providedIn: 'root' })
export class UsedLately {
  readonly things = signal<readonly Thing[]>(before());

  constructor() {
    effect(() => localStorage.setItem(KEY, JSON.stringify(this.things())));
  }

  note(thing: Thing): void {
    this.things.update((things) => [thing, ...things.filter(({ id }) => id !== thing.id)].slice(0, MOST_KEPT));
  }
}

function before(): readonly Thing[] {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
    return Array.isArray(stored) ? stored.filter(isThing) : [];
  } catch {
    return [];
  }
}

function isThing(value: unknown): value is Thing {
  const { id, label, kind, query, path } = (value ?? {}) as Record<string, unknown>;
  const isText = [id, label, kind].every((each) => typeof each === 'string');
  return isText && typeof query === 'object' && query !== null && (path === null || typeof path === 'string');
}

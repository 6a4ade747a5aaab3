import { inject, Injectable } from '@angular/core';
import { type ParamMap, Router } from '@angular/router';
import { catchError, debounceTime, EMPTY, filter, map, type Observable, of, switchMap, tap } from 'rxjs';
import type { QueryValues } from '../data/address';
import { Api, type ApiError } from '../data/api';

/** What an address says, by key. */
type Said = (key: string) => string | null;

/** A longer question is kept by the server, and the address holds its hash. */
const MOST_CHARACTERS = 1500;
const KEY = 'ask';

const isLong = (values: QueryValues): boolean => textOf(values).length > MOST_CHARACTERS;

/** What is said, as one text; keys that say nothing are left out. */
const textOf = (values: QueryValues): string =>
  new URLSearchParams(Object.entries(values).flatMap(([key, value]) => (value === null ? [] : [[key, value]]))).toString();

/** Addresses whose question is kept by the server. */
@Injectable({ providedIn: 'root' })
export class LongAddress {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly known = new Map<string, string>();

  /** What an address says, with what its hash stands for; `problem` where nobody knows it (any more). */
  read(params: ParamMap): Observable<{ readonly said: Said; readonly problem: string }> {
    const hash = params.get(KEY);
    const plain: Said = (key) => params.get(key);
    if (hash === null) return of({ said: plain, problem: '' });
    const known = this.known.get(hash);
    const text = known === undefined ? this.api.call('keptAddress', { params: { hash } }).pipe(map((kept) => kept.text)) : of(known);
    return text.pipe(
      tap((each) => this.known.set(hash, each)),
      map((each) => {
        const kept = new URLSearchParams(each);
        return { said: (key: string) => params.get(key) ?? kept.get(key), problem: '' };
      }),
      catchError((error: ApiError) => of({ said: plain, problem: error.message })),
    );
  }

  /** What is long is said in full at first, so that no key is lost while the server keeps it; then as few characters. */
  readonly shortened = (said: Observable<QueryValues>): Observable<QueryValues> =>
    said.pipe(
      debounceTime(400),
      filter((values) => isLong(values) && !this.router.url.includes(`${KEY}=`)),
      switchMap((values) => this.shorten(values).pipe(catchError(() => EMPTY))),
    );

  private shorten(values: QueryValues): Observable<QueryValues> {
    const text = textOf(values);
    return this.api.call('keepAddress', { body: { text } }).pipe(
      tap(({ hash }) => this.known.set(hash, text)),
      map(({ hash }) => ({ ...Object.fromEntries(Object.keys(values).map((key) => [key, null])), [KEY]: hash })),
    );
  }

  /** What is said in full takes the place of a hash. */
  readonly inFull = (values: QueryValues): QueryValues => ({ ...values, [KEY]: null });
}

import { inject, Injectable } from '@angular/core';
import { DOCUMENT } from '@angular/common';
import { FRESH, fresh, type Fresh } from '@lens/contract';
import { distinctUntilChanged, EMPTY, fromEvent, map, Observable, startWith, switchMap } from 'rxjs';

/** Tells when what is known of a client has changed. */
@Injectable({ providedIn: 'root' })
export class Freshness {
  private readonly document = inject(DOCUMENT);

  /**
   * The first at once, then with every change. A browser keeps few connections to one server for all of its tabs, so a
   * tab that nobody sees holds none:
   *
   *   seen     y-------n-------y----
   *   told     a---b-----------c----
   */
  follow(client: string): Observable<Fresh> {
    const isSeen = (): boolean => this.document.visibilityState === 'visible';
    return fromEvent(this.document, 'visibilitychange').pipe(
      map(isSeen),
      startWith(isSeen()),
      distinctUntilChanged(),
      switchMap((seen) => (seen ? told(client) : EMPTY)),
      distinctUntilChanged((a, b) => a.state === b.state && a.asOf === b.asOf),
    );
  }
}

function told(client: string): Observable<Fresh> {
  return new Observable((subscriber) => {
    const source = new EventSource(`/api${FRESH.path.replace(':client', encodeURIComponent(client))}`);
    source.onmessage = ({ data }: MessageEvent<string>) => subscriber.next(fresh.parse(JSON.parse(data)));
    return () => source.close();
  });
}

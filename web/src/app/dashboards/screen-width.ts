import { BreakpointObserver } from '@angular/cdk/layout';
import { inject, Injectable } from '@angular/core';
import { NARROW_BELOW, type TileLayout, WIDE_FROM } from '@lens/core';
import { distinctUntilChanged, map, type Observable } from 'rxjs';

const NARROW = `(max-width: ${NARROW_BELOW - 1}px)`;
const WIDE = `(min-width: ${WIDE_FROM}px)`;

/** How wide the screen is, as dashboards tell widths apart. */
@Injectable({ providedIn: 'root' })
export class ScreenWidth {
  readonly layout$: Observable<TileLayout> = inject(BreakpointObserver)
    .observe([NARROW, WIDE])
    .pipe(
      map(({ breakpoints }): TileLayout => (breakpoints[NARROW] ? 'narrow' : breakpoints[WIDE] ? 'wide' : 'usual')),
      distinctUntilChanged(),
    );
}

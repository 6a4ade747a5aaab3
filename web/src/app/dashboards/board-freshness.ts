import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { distinctUntilChanged, map, of, switchMap, tap } from 'rxjs';
import { FocusService } from '../data/focus';
import { Freshness } from '../data/freshness';
import { momentText } from '../ui/moment-text';
import { OwnGlance } from './own-glance';

/** Of when the data of a dashboard is; it follows whatever comes in while it is open. */
@Injectable()
export class BoardFreshness {
  private readonly focus = inject(FocusService);
  private readonly freshness = inject(Freshness);
  private readonly glance = inject(OwnGlance);

  private readonly told = toSignal(
    this.focus.client$.pipe(
      map((client) => client?.id),
      distinctUntilChanged(),
      switchMap((client) =>
        client === undefined ? of(null) : this.freshness.follow(client).pipe(map(({ asOf }, changes) => ({ asOf, changes }))),
      ),
      tap((told) => {
        if (told && told.changes > 0) this.readAgain();
      }),
    ),
  );
  /** How often something has changed since the client was opened. */
  readonly changes = computed(() => this.told()?.changes ?? 0);
  readonly asOf = computed(() => {
    const [asOf, resolved] = [this.told()?.asOf, this.focus.resolved()];
    return asOf && resolved ? momentText(asOf, resolved.style) : '';
  });

  /** What is not asked by tiles themselves. */
  private readAgain(): void {
    this.focus.refresh();
    this.glance.refresh();
  }
}

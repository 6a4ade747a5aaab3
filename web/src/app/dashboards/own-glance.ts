import { computed, inject, Injectable } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import type { ClientGlance } from '@lens/contract';
import { distinctUntilChanged, filter, map, of, startWith, Subject, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { loadState } from '../ui/load-state';

/** How the client in focus stands this month, asked once for all tiles that tell of it, and again when something has changed. */
@Injectable()
export class OwnGlance {
  private readonly api = inject(Api);
  private readonly changed = new Subject<void>();
  private readonly state = toSignal(
    inject(FocusService).client$.pipe(
      map((client) => client?.id),
      distinctUntilChanged(),
      switchMap((client) => (client === undefined ? of(null) : this.follow(client))),
    ),
  );
  readonly told = computed((): ClientGlance | null => {
    const state = this.state();
    return state?.state === 'ready' ? state.value : null;
  });
  /** Why there is none; empty while it may come. */
  readonly problem = computed(() => {
    const state = this.state();
    return state?.state === 'failed' ? state.message : '';
  });

  refresh(): void {
    this.changed.next();
  }

  /** What there is stays until there is newer. */
  private follow(client: string) {
    return this.changed.pipe(
      startWith(undefined),
      switchMap((_, nth) =>
        loadState(this.api.call('glance', { params: { client } })).pipe(filter(({ state }) => nth === 0 || state !== 'loading')),
      ),
    );
  }
}

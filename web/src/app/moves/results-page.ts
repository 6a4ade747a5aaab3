import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { Waiting } from '../ui/waiting';
import { type Calibration, resultsView } from './results-view';

/** What moves that were carried out really did, and how often that is what was expected. */
@Component({
  selector: 'ul-results-page',
  imports: [NeedClient, Waiting],
  templateUrl: './results-page.html',
  styleUrl: './moves-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ResultsPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly moves = inject(MovesService);
  protected readonly client = this.focus.client;
  protected readonly state = toSignal(
    toObservable(this.client).pipe(
      switchMap((client) => (client ? loadState(this.api.call('followUps', { params: { client: client.id } })) : of(null))),
    ),
  );
  protected readonly view = computed(() => {
    const [client, state] = [this.client(), this.state()];
    return client && state?.state === 'ready' ? resultsView(state.value.batches, this.moves.reply()?.moves ?? [], client) : null;
  });
  protected readonly failed = computed(() => {
    const state = this.state();
    return state?.state === 'failed' ? state.message : '';
  });
  protected readonly tables = computed((): { readonly title: string; readonly rows: readonly Calibration[] }[] => {
    const view = this.view();
    return view && view.rows.length > 0
      ? [
          { title: 'By kind of change', rows: view.kinds },
          { title: 'By who decided', rows: view.people },
          { title: 'By what proposed it', rows: view.proposers },
        ]
      : [];
  });
}

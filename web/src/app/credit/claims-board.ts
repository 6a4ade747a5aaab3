import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { of, switchMap, tap } from 'rxjs';
import { Api } from '../data/api';
import { ChoicePhrase } from '../ui/choice-phrase';
import { loadState } from '../ui/load-state';
import { CLAIM_PART_WORDS, CLAIM_PARTS, claimsView } from './claims-view';
import { CreditAsk } from './credit-ask';
import { CrossGrid } from './cross-grid';

/** What channels claim of the client's outcomes, held against its own list: in sums, by pairs, and one by one. */
@Component({
  selector: 'ul-claims-board',
  imports: [ChoicePhrase, CrossGrid, MatFormField, MatInput],
  templateUrl: './claims-board.html',
  styleUrl: './claims-board.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ClaimsBoard {
  private readonly api = inject(Api);
  protected readonly ask = inject(CreditAsk);

  private readonly asked = computed(
    () => {
      const asked = this.ask.asked();
      const { show, order } = this.ask.state();
      if (!asked) return null;
      const { action, period, knownOn } = asked.body;
      return { client: asked.client, body: { action, period, knownOn, show, named: order } };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly load = toSignal(
    toObservable(this.asked).pipe(
      switchMap((asked) => {
        if (!asked) return of(null);
        const request = this.api.call('claims', { params: { client: asked.client }, body: asked.body });
        return loadState(request.pipe(tap(({ actions }) => this.ask.learn({ actions }))));
      }),
    ),
  );
  protected readonly failure = computed(() => {
    const load = this.load();
    return load?.state === 'failed' ? load.message : '';
  });
  protected readonly view = computed(() => {
    const [load, resolved] = [this.load(), this.ask.focus.resolved()];
    if (load?.state !== 'ready' || !resolved) return null;
    return claimsView(load.value, { outcome: this.ask.outcome(), style: resolved.style, zone: resolved.client.timeZone });
  });
  protected spokenOf({ parts }: { readonly parts: readonly { readonly spoken: string }[] }): string {
    return parts.map(({ spoken }) => spoken).join(', ');
  }

  protected readonly parts = CLAIM_PARTS.map((kind) => ({ kind, label: CLAIM_PART_WORDS[kind] }));
  protected readonly showText = computed(() => this.view()?.shows.find(({ value }) => value === this.ask.state().show)?.label ?? '…');
}

import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { tap } from 'rxjs';
import { Api } from '../data/api';
import { ChoicePhrase } from '../ui/choice-phrase';
import { answered } from '../ui/load-state';
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
  private readonly answer = answered(this.asked, ({ client, body }) =>
    this.api.call('claims', { params: { client }, body }).pipe(tap(({ actions }) => this.ask.learn({ actions }))),
  );
  protected readonly failure = this.answer.failure;
  protected readonly view = computed(() => {
    const [reply, resolved] = [this.answer.value(), this.ask.focus.resolved()];
    if (!reply || !resolved) return null;
    return claimsView(reply, { outcome: this.ask.outcome(), style: resolved.style, zone: resolved.client.timeZone });
  });
  protected spokenOf({ parts }: { readonly parts: readonly { readonly spoken: string }[] }): string {
    return parts.map(({ spoken }) => spoken).join(', ');
  }

  protected readonly parts = CLAIM_PARTS.map((kind) => ({ kind, label: CLAIM_PART_WORDS[kind] }));
  protected readonly showText = computed(() => this.view()?.shows.find(({ value }) => value === this.ask.state().show)?.label ?? '…');
}

import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatChipGrid, MatChipInput, type MatChipInputEvent, MatChipRemove, MatChipRow } from '@angular/material/chips';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { isLevel } from '@lens/core';
import { tap } from 'rxjs';
import { Api } from '../data/api';
import { ChartPicture } from '../ui/chart';
import { ChoicePhrase } from '../ui/choice-phrase';
import type { Choice } from '../ui/choices';
import { answered } from '../ui/load-state';
import { BarList } from './bar-list';
import { ByPhrases } from './by-phrases';
import { CreditAsk } from './credit-ask';
import { CrossGrid } from './cross-grid';
import { journeysView } from './journeys-view';

/** How journeys went: their length, their commonest ways, what began and what finished them, and single ones; and what other lookbacks find. */
@Component({
  selector: 'ul-journeys-board',
  imports: [
    BarList,
    ByPhrases,
    ChartPicture,
    ChoicePhrase,
    CrossGrid,
    MatChipGrid,
    MatChipInput,
    MatChipRemove,
    MatChipRow,
    MatExpansionModule,
    MatFormField,
    MatIcon,
  ],
  templateUrl: './journeys-board.html',
  styleUrl: './journeys-board.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JourneysBoard {
  private readonly api = inject(Api);
  protected readonly ask = inject(CreditAsk);

  private readonly asked = computed(
    () => {
      const asked = this.ask.asked();
      const { containing, once } = this.ask.state();
      return asked && { client: asked.client, body: { ...asked.body, containing, once } };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  private readonly answer = answered(this.asked, ({ client, body }) =>
    this.api.call('journeys', { params: { client }, body }).pipe(tap((reply) => this.ask.learn(reply))),
  );
  protected readonly failure = this.answer.failure;
  protected readonly view = computed(() => {
    const [reply, resolved] = [this.answer.value(), this.ask.focus.resolved()];
    if (!reply || !resolved) return null;
    const [first] = this.ask.state().by;
    const label = first === undefined ? '' : this.ask.labelOf(first);
    const absent = first !== undefined && isLevel(first) ? `no ${label}` : `${label} not told`;
    return journeysView(reply, { outcome: this.ask.outcome(), style: resolved.style, absent });
  });
  protected readonly isLookback = computed(() => this.ask.state().tab === 'lookback');
  protected readonly repeats: Choice<boolean>[] = [
    { value: true, label: 'as one step', note: 'the same met again at once' },
    { value: false, label: 'each by itself' },
  ];
  protected readonly repeatText = computed(() => this.repeats.find(({ value }) => value === this.ask.state().once)?.label ?? '');

  protected hold({ value, chipInput }: MatChipInputEvent): void {
    const text = value.trim().replaceAll('|', ' ');
    chipInput.clear();
    const { containing } = this.ask.state();
    if (text !== '' && containing.length < 5) this.ask.change({ containing: [...containing, text] });
  }

  protected release(text: string): void {
    this.ask.change({ containing: this.ask.state().containing.filter((each) => each !== text) });
  }
}

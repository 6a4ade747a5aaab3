import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type CountedBy, countedWords, creditedBy, type Crediting, creditingOf, RULE_PHRASES } from '@lens/core';
import { countedChoices } from '../data/counted-choices';
import type { Choice } from '../ui/choices';
import { ChoicePhrase } from '../ui/choice-phrase';
import { DaysPhrase } from '../ui/days-phrase';

/** Who counts, as phrases of the focus sentence; of what is credited also how far back and by which touches. */
@Component({
  selector: 'ul-counted-phrase',
  imports: [ChoicePhrase, DaysPhrase],
  template: `
    <ul-choice-phrase label="Counted by" [text]="text()" [choices]="choices()" [value]="value()" (chosen)="chosen.emit($event)" />
    @if (crediting(); as now) {
      <span>, looking back</span>
      <ul-days-phrase
        label="Looking back"
        [text]="now.lookback + (now.lookback === 1 ? ' day' : ' days')"
        [value]="now.lookback"
        [offered]="offered"
        (chosen)="credit({ lookback: $event })"
      />
      <span>, counting</span>
      <ul-choice-phrase
        label="Counting"
        [text]="now.views ? 'clicks and views' : 'clicks'"
        [choices]="touches"
        [value]="now.views"
        (chosen)="credit({ views: $event })"
      />
    }
  `,
  styles: `
    :host {
      display: contents;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CountedPhrase {
  readonly value = input.required<CountedBy>();
  readonly chosen = output<CountedBy>();

  protected readonly offered = [7, 14, 30, 60, 90];
  protected readonly touches: Choice<boolean>[] = [
    { value: true, label: 'Clicks and views', note: 'What was seen and not clicked is a touch too' },
    { value: false, label: 'Clicks alone' },
  ];
  protected readonly crediting = computed(() => creditingOf(this.value()));
  protected readonly choices = computed(() => countedChoices(this.crediting()));
  protected readonly text = computed(() => {
    const now = this.crediting();
    return now ? `credited by ${RULE_PHRASES[now.rule]}` : countedWords(this.value()).as;
  });

  /** Ways to count look back whole days. */
  protected credit(change: Partial<Crediting>): void {
    const now = this.crediting();
    if (!now) return;
    const { lookback, ...next } = { ...now, ...change };
    this.chosen.emit(creditedBy({ ...next, lookback: Math.max(1, Math.round(lookback)) }));
  }
}

import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatTabLink, MatTabNav, MatTabNavPanel } from '@angular/material/tabs';
import { ChoicePhrase } from '../ui/choice-phrase';
import { DaysPhrase } from '../ui/days-phrase';
import type { Choice } from '../ui/choices';
import { NeedClient } from '../ui/need-client';
import { ClaimsBoard } from './claims-board';
import { CreditAsk } from './credit-ask';
import { CreditBoard } from './credit-board';
import type { CreditTab } from './credit-state';
import { JourneysBoard } from './journeys-board';

/** Which touches came before outcomes: who is credited, how the journeys went, what other lookbacks would find, and who claims them. */
@Component({
  selector: 'ul-attribution-page',
  imports: [
    ChoicePhrase,
    ClaimsBoard,
    CreditBoard,
    DaysPhrase,
    JourneysBoard,
    MatTabLink,
    MatTabNav,
    MatTabNavPanel,
    NeedClient,
    NgTemplateOutlet,
  ],
  providers: [CreditAsk],
  templateUrl: './attribution-page.html',
  styleUrl: './attribution-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AttributionPage {
  protected readonly ask = inject(CreditAsk);
  protected readonly client = this.ask.focus.client;

  protected readonly tabs: readonly Choice<CreditTab>[] = [
    { value: 'credit', label: 'Who is credited' },
    { value: 'journeys', label: 'How they went' },
    { value: 'lookback', label: 'Looking back further' },
    { value: 'claims', label: 'Claims against orders' },
  ];
  protected readonly lookbacks = [7, 14, 30, 60, 90];
  protected readonly seen: Choice<boolean>[] = [
    { value: true, label: 'clicks and views', note: 'also what was seen and not clicked' },
    { value: false, label: 'clicks alone' },
  ];
  protected readonly directs: Choice<boolean>[] = [
    { value: false, label: 'left out', note: 'who came by themselves had met something before, or nothing is known' },
    { value: true, label: 'counted as a touch' },
  ];
  protected readonly bases: Choice<'sale' | 'click'>[] = [
    { value: 'sale', label: 'by sale date', note: 'outcomes of these days, whenever their touches were' },
    {
      value: 'click',
      label: 'by click date',
      note: 'touches of these days, whenever their outcomes came; removal and Shapley then see these touches alone',
    },
  ];

  protected labelOf(choices: readonly Choice<unknown>[], value: unknown): string {
    return choices.find((choice) => choice.value === value)?.label ?? String(value);
  }
}

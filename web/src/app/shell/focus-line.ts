import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import {
  askableDays,
  type Comparison,
  COMPARISONS,
  type DateBasis,
  formatNumber,
  type Period,
  LAST_DAYS,
  presetOf,
  PRESETS,
  rangeText,
  type ResultSetId,
} from '@lens/core';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatPrefix, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { HealthService } from '../data/health';
import { type Choice, Choices, namedChoices } from '../ui/choices';
import { DayField } from '../ui/day-field';
import { DayRangeFields } from '../ui/day-range';
import { ChoicePhrase } from '../ui/choice-phrase';
import { Phrase } from '../ui/phrase';
import { CountedPhrase } from './counted-phrase';

/** Which parts of the focus matter on a screen; the sentence leaves out the others. */
export interface FocusParts {
  readonly period: boolean;
  readonly comparison: boolean;
  readonly counting: boolean;
}

const COMPARISON_LABELS: Record<(typeof COMPARISONS)[number], string> = {
  before: 'The days before, weekdays aligned',
  year: 'The same weeks a year before',
  none: 'Nothing',
};

/** What the focus sentence calls the outcomes of a client. */
const OUTCOME_WORDS: Record<ResultSetId, string> = { shop: 'sales', leads: 'leads', bookings: 'bookings', installs: 'installs' };

/** One sentence that says what is being looked at; every phrase of it can be changed. */
@Component({
  selector: 'ul-focus-line',
  imports: [
    ChoicePhrase,
    Choices,
    CountedPhrase,
    DayField,
    DayRangeFields,
    MatButton,
    MatFormField,
    MatInput,
    MatPrefix,
    MatSuffix,
    Phrase,
    RouterLink,
  ],
  templateUrl: './focus-line.html',
  styleUrl: './focus-line.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FocusLine {
  protected readonly service = inject(FocusService);
  readonly parts = input.required<FocusParts>();
  /** Share of the sales of these click days that has arrived, where the screen knows it. */
  readonly arrived = input<number | null>(null);

  private readonly clients = toSignal(inject(Api).call('clients', {}), { initialValue: [] });
  private readonly serious = inject(HealthService).serious;
  protected readonly focus = this.service.focus;
  protected readonly resolved = this.service.resolved;
  protected readonly clientChoices = computed(() => namedChoices(this.clients()));
  protected readonly presetChoices = PRESETS.map(({ id, label }): Choice<string> => ({ value: id, label }));
  protected readonly comparisonChoices = COMPARISONS.map((mode): Choice<string> => ({ value: mode, label: COMPARISON_LABELS[mode] }));
  protected readonly basisChoices: Choice<DateBasis>[] = [
    { value: 'sale', label: 'By sale date', note: 'What came in on these days; always complete' },
    { value: 'click', label: 'By click date', note: 'What these days’ clicks brought; recent days fill up later' },
  ];

  protected readonly knownText = computed(() => {
    const [known, resolved] = [this.focus()?.knownOn ?? null, this.resolved()];
    return known === null || !resolved ? 'as known now' : `as known on ${rangeText({ from: known, to: known }, resolved.style.locale)}`;
  });
  protected readonly past = computed(() => ({ to: this.resolved()?.today ?? 0 }));
  /** What the server answers: days near those that hold data. */
  protected readonly askable = computed(() => {
    const client = this.service.client();
    const resolved = this.resolved();
    return client && resolved ? askableDays(client.data, resolved.today) : null;
  });
  protected readonly clientName = computed(() => this.service.client()?.name ?? 'choose a client');
  protected readonly preset = computed(() => {
    const period = this.focus()?.period;
    return period && 'preset' in period ? period.preset : null;
  });
  /** Of “last n days” the number. */
  protected readonly lastDays = computed(() => /^last-(\d+)$/.exec(this.preset() ?? '')?.[1] ?? '');
  protected readonly LAST_DAYS = LAST_DAYS;
  protected readonly mode = computed(() => {
    const comparison = this.focus()?.comparison;
    return comparison && 'mode' in comparison ? comparison.mode : null;
  });
  protected readonly periodText = computed(() => {
    const resolved = this.resolved();
    return resolved ? rangeText(resolved.period, resolved.style.locale) : 'no finished day';
  });
  protected readonly comparisonText = computed(() => {
    const resolved = this.resolved();
    return resolved?.comparison ? rangeText(resolved.comparison, resolved.style.locale) : 'nothing';
  });
  protected readonly outcomeWord = computed(() => OUTCOME_WORDS[this.service.client()?.metricSet ?? 'shop']);
  protected readonly healthText = computed(() => {
    const serious = this.serious();
    if (serious === 0) return '';
    return serious === 1 ? '1 serious problem in the data' : `${serious} serious problems in the data`;
  });
  protected readonly unfinished = computed(() => {
    const resolved = this.resolved();
    const days = resolved?.period.unfinished;
    if (!resolved || !days) return '';
    const text = rangeText(days, resolved.style.locale);
    return days.from === days.to ? `${text} is unfinished and left out` : `${text} are unfinished and left out`;
  });
  protected readonly arrivedText = computed(() => {
    const share = this.arrived();
    const resolved = this.resolved();
    return share === null || !resolved
      ? ''
      : `${formatNumber(Math.floor(share * 100) / 100, 'share', resolved.style, 0)} of ${this.outcomeWord()} have arrived`;
  });

  protected pickPreset(preset: string): void {
    const found = presetOf(preset);
    if (found) this.service.change({ period: { preset: found } });
  }

  protected pickPeriod(period: Period): void {
    this.service.change({ period });
  }

  protected pickMode(mode: string): void {
    const found = COMPARISONS.find((each) => each === mode);
    if (found) this.service.change({ comparison: { mode: found } });
  }

  protected pickComparison(comparison: Comparison): void {
    this.service.change({ comparison });
  }
}

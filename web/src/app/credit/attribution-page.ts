import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { ActivatedRoute, Router } from '@angular/router';
import type { CreditReply } from '@lens/contract';
import { CREDIT_RULES, type CreditRule } from '@lens/core';
import { combineLatest, debounceTime, distinctUntilChanged, map, of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { fieldLabel, lowerFirst } from '../data/fields';
import { FocusService, type Resolved } from '../data/focus';
import { vocabularyOf } from '../data/vocabulary';
import { ChoicePhrase } from '../ui/choice-phrase';
import type { Choice } from '../ui/choices';
import { loadState, type LoadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { Phrase } from '../ui/phrase';
import { CreditAxis, RuleMark } from './credit-axis';
import { creditNotes } from './credit-notes';
import { type CreditMeasure, type CreditState, readCredit, writeCredit } from './credit-state';
import { creditView, markLabel } from './credit-view';
import { RoleStroke } from './role-stroke';
import { RULE_WORDS } from './rule-words';

const MEASURES: readonly Choice<CreditMeasure>[] = [
  { value: 'outcomes', label: 'how many' },
  { value: 'value', label: 'what they are worth' },
  { value: 'cost', label: 'what one costs' },
  { value: 'ROAS', label: 'ROAS', note: 'value for each unit of spend' },
];
const LOOKBACKS = [7, 14, 30, 60, 90];

/** Which touches came before outcomes: who starts, carries and finishes, by several rules side by side. */
@Component({
  selector: 'ul-attribution-page',
  imports: [
    ChoicePhrase,
    CreditAxis,
    MatButton,
    MatFormField,
    MatIcon,
    MatInput,
    MatSuffix,
    MatTooltip,
    NeedClient,
    Phrase,
    RoleStroke,
    RuleMark,
  ],
  templateUrl: './attribution-page.html',
  styleUrl: './attribution-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AttributionPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  protected readonly focus = inject(FocusService);
  protected readonly client = this.focus.client;
  private readonly state$ = inject(ActivatedRoute).queryParamMap.pipe(
    map((params) => readCredit((key) => params.get(key))),
    distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
  );
  protected readonly state = toSignal(this.state$, { initialValue: readCredit(() => null) });
  /** What is asked of the server: nothing of how it is shown. */
  private readonly asked = computed(() => {
    const { lookback, views, direct, by, halfLife } = this.state();
    return JSON.stringify({ lookback, views, direct, by, halfLife, action: this.action() });
  });
  protected readonly action = computed(() => {
    const resolved = this.focus.resolved();
    return this.state().action ?? (resolved ? mainOutcome(resolved) : 'purchase');
  });

  private readonly answer = toSignal(
    combineLatest([this.focus.resolved$, toObservable(this.asked)]).pipe(
      debounceTime(0),
      switchMap(([resolved, asked]) => {
        if (!resolved) return of(null);
        const { client, period, basis, knownOn } = resolved;
        const body = { ...(JSON.parse(asked) as AskedCredit), period: { from: period.from, to: period.to }, basis, knownOn };
        const request = this.api.call('credit', { params: { client: client.id }, body });
        return loadState(request).pipe(map((reply) => ({ reply, resolved })));
      }),
    ),
  );
  protected readonly load = computed(() => this.answer()?.reply);
  protected readonly reply = computed(() => {
    const load = this.load();
    return load?.state === 'ready' ? load.value : null;
  });
  protected readonly failure = computed(() => messageOf(this.load()));
  /** What is credited, in the plural: “bookings”. */
  protected readonly outcome = computed(() => {
    const resolved = this.focus.resolved();
    return resolved ? outcomeWord(resolved, this.action()) : 'outcomes';
  });
  protected readonly view = computed(() => {
    const [reply, resolved] = [this.reply(), this.focus.resolved()];
    return reply && resolved ? creditView(reply, this.state(), { outcome: this.outcome(), style: resolved.style }) : null;
  });
  protected readonly notes = computed(() => {
    const [reply, resolved] = [this.reply(), this.focus.resolved()];
    if (!reply || !resolved) return [];
    const { period, style } = resolved;
    return creditNotes(reply, { outcome: this.outcome(), style, period, lookback: this.state().lookback });
  });
  protected readonly thickest = computed(() => Math.max(0.01, ...(this.view()?.rows.flatMap(({ roles }) => roles ?? []) ?? [])));
  protected readonly legend = computed(() => {
    const { hidden } = this.state();
    const reply = this.reply();
    const isLacking = (rule: CreditRule): boolean => (rule === 'removal' || rule === 'shapley') && reply?.lacks[rule] !== null;
    return CREDIT_RULES.map((rule) => ({ rule, ...RULE_WORDS[rule], isShown: !hidden.includes(rule), isLacking: isLacking(rule) }));
  });
  protected readonly beside = (['claims', 'lost'] as const).map((mark) => ({ mark, label: markLabel(mark) }));

  protected readonly actions = computed((): Choice<string>[] => {
    const [reply, resolved] = [this.reply(), this.focus.resolved()];
    const known = reply && reply.actions.length > 0 ? reply.actions : [this.action()];
    return resolved ? known.map((value) => ({ value, label: outcomeWord(resolved, value) })) : [];
  });
  protected readonly dimensions = computed((): Choice<string>[] => {
    const [reply, client] = [this.reply(), this.client()];
    if (!client) return [];
    const vocabulary = vocabularyOf(client);
    const known = reply?.dimensions ?? this.state().by;
    return known.map((value) => ({ value, label: fieldLabel(value, vocabulary) })).sort((a, b) => a.label.localeCompare(b.label, 'en'));
  });
  protected readonly lookbacks = LOOKBACKS.map((value): Choice<number> => ({ value, label: `${value} days` }));
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
  protected readonly measures = MEASURES;
  /** The row that is open. */
  protected readonly open = signal<string | null>(null);

  protected labelOf(choices: readonly Choice<unknown>[], value: unknown): string {
    return choices.find((choice) => choice.value === value)?.label ?? String(value);
  }

  protected change(part: Partial<CreditState>): void {
    const queryParams = writeCredit({ ...this.state(), ...part });
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge' });
  }

  /** “Campaign · device”. */
  protected readonly splitText = computed(() => {
    const text = this.state()
      .by.map((each) => this.labelOf(this.dimensions(), each))
      .join(' · ');
    return text.charAt(0).toUpperCase() + text.slice(1);
  });

  protected splitBy(at: number, dimension: string): void {
    const by = this.state().by.toSpliced(at, 1, dimension);
    this.change({ by: by.filter((each, place) => by.indexOf(each) === place) });
  }

  protected toggle(rule: CreditRule): void {
    const { hidden } = this.state();
    this.change({ hidden: hidden.includes(rule) ? hidden.filter((each) => each !== rule) : [...hidden, rule] });
  }

  protected days(text: string, key: 'lookback' | 'halfLife'): void {
    const number = Number(text);
    if (number > 0 && number <= 365) this.change({ [key]: number });
  }
}

type AskedCredit = Pick<CreditState, 'lookback' | 'views' | 'direct' | 'by' | 'halfLife'> & { readonly action: string };

const mainOutcome = ({ book, client }: Resolved): string => book.outcomeOf(client.metricSet)?.id ?? 'purchase';

function outcomeWord({ client }: Resolved, action: string): string {
  const vocabulary = vocabularyOf(client);
  return vocabulary.has.outcome(action) ? lowerFirst(vocabulary.outcome(action).label) : action;
}

const messageOf = (load: LoadState<CreditReply> | null | undefined): string => (load?.state === 'failed' ? load.message : '');

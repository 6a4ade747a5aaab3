import { computed, inject, Injectable, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';
import type { CreditReply, CreditRequest } from '@lens/contract';
import { testProblem } from '@lens/core';
import { distinctUntilChanged, map } from 'rxjs';
import { fieldLabel } from '../data/fields';
import { FocusService } from '../data/focus';
import { mainOutcome, outcomeWord } from '../data/outcome-word';
import { vocabularyOf } from '../data/vocabulary';
import type { Choice } from '../ui/choices';
import { type CreditState, readCredit, writeCredit } from './credit-state';

type KnownTouches = Pick<CreditReply, 'dimensions' | 'actions'>;

/** What the attribution page asks: read from the address, changed by its sentence, shared by its parts. */
@Injectable()
export class CreditAsk {
  private readonly router = inject(Router);
  readonly focus = inject(FocusService);
  readonly state = toSignal(
    inject(ActivatedRoute).queryParamMap.pipe(
      map((params) => readCredit((key) => params.get(key))),
      distinctUntilChanged((a, b) => JSON.stringify(a) === JSON.stringify(b)),
    ),
    { initialValue: readCredit(() => null) },
  );
  /** What the log of the client knows, from the last reply that told it. */
  private readonly known = signal<KnownTouches | null>(null);

  /** Takes from a reply what the log knows; what it does not tell stays. */
  learn(told: Partial<KnownTouches>): void {
    const { dimensions = this.known()?.dimensions ?? this.state().by, actions = [] } = told;
    this.known.set({ dimensions, actions });
  }

  readonly action = computed(() => {
    const resolved = this.focus.resolved();
    return this.state().action ?? (resolved ? mainOutcome(resolved) : 'purchase');
  });
  /** What is credited, in the plural: “bookings”. */
  readonly outcome = computed(() => {
    const resolved = this.focus.resolved();
    return resolved ? outcomeWord(resolved, this.action()) : 'outcomes';
  });
  /** The question as the server takes it, and whose it is; null while there is nothing to ask. Equal ones are the same object. */
  readonly asked = computed(
    (): { readonly client: string; readonly body: CreditRequest } | null => {
      const resolved = this.focus.resolved();
      if (!resolved) return null;
      const { client, period, basis, knownOn } = resolved;
      const { lookback, views, direct, by, where, halfLife } = this.state();
      const body = {
        action: this.action(),
        period: { from: period.from, to: period.to },
        basis,
        lookback,
        views,
        direct,
        by,
        // What is not finished asks for nothing yet.
        where: where.filter(({ any }) => any.every((test) => testProblem(test) === '')),
        halfLife,
        knownOn,
      };
      return { client: client.id, body };
    },
    { equal: (a, b) => JSON.stringify(a) === JSON.stringify(b) },
  );
  readonly actions = computed((): Choice<string>[] => {
    const resolved = this.focus.resolved();
    const known = this.known()?.actions ?? [];
    const all = known.length > 0 ? known : [this.action()];
    return resolved ? all.map((value) => ({ value, label: outcomeWord(resolved, value) })) : [];
  });
  readonly dimensions = computed((): Choice<string>[] => {
    const client = this.focus.client();
    if (!client) return [];
    const vocabulary = vocabularyOf(client);
    return (this.known()?.dimensions ?? this.state().by)
      .map((value) => ({ value, label: fieldLabel(value, vocabulary) }))
      .sort((a, b) => a.label.localeCompare(b.label, 'en'));
  });
  /** “Campaign · device”. */
  readonly splitText = computed(() => {
    const text = this.state()
      .by.map((each) => this.labelOf(each))
      .join(' · ');
    return text.charAt(0).toUpperCase() + text.slice(1);
  });

  labelOf(dimension: string): string {
    return this.dimensions().find(({ value }) => value === dimension)?.label ?? dimension;
  }

  change(part: Partial<CreditState>): void {
    const queryParams = writeCredit({ ...this.state(), ...part });
    void this.router.navigate([], { queryParams, queryParamsHandling: 'merge' });
  }
}

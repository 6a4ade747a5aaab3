import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { SOURCE_KINDS, sourceProblems, type SourceRule } from '@lens/core';
import { combineLatest, debounceTime, filter, map, of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { draftOf, type Stored } from '../ui/draft';
import { DraftBar } from '../ui/draft-bar';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { OrderButtons } from '../ui/order-buttons';
import { PickField, plainChoices } from '../ui/pick-field';
import { SuggestedField } from '../ui/suggested-field';
import { TextTestFields } from '../ui/text-test-fields';
import { sourcesView } from './sources-view';

/** Where visits come from: rules that sort the spellings, what they find, and what falls through. */
@Component({
  selector: 'ul-sources-page',
  imports: [DraftBar, MatButton, MatIcon, NeedClient, OrderButtons, PickField, SuggestedField, TextTestFields],
  templateUrl: './sources-page.html',
  styleUrl: './sources-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SourcesPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);

  protected readonly client = this.focus.client;
  protected readonly kinds = plainChoices(SOURCE_KINDS);
  private readonly stored = toSignal(
    this.focus.clientId$.pipe(
      switchMap((client) => (client === null ? of(null) : loadState(this.api.call('sources', { params: { client } })))),
    ),
  );
  protected readonly proposal = computed(() => {
    const stored = this.stored();
    return stored?.state === 'ready' ? stored.value.proposal : [];
  });
  private readonly sorted = computed((): Stored<readonly SourceRule[]> => {
    const stored = this.stored();
    return stored?.state === 'ready' ? storedOf(stored.value) : { value: [], version: 0 };
  });
  private readonly params = computed(() => ({ client: this.client()?.id ?? '' }));
  protected readonly edited = draftOf(this.sorted, {
    read: () => this.api.call('sources', { params: this.params() }).pipe(map(storedOf)),
    store: (rules, edit) => this.api.call('setSources', { params: this.params(), body: { rules, ...edit } }),
    earlier: () =>
      this.api
        .call('sourcesVersions', { params: this.params() })
        .pipe(map(({ versions }) => versions.map((each) => ({ ...each, body: each.body.rules })))),
    saved: 'Saved.',
  });
  protected readonly rules = this.edited.value;
  protected readonly problems = computed(() => sourceProblems({ rules: this.rules() }));
  /** Names that a rule may sort to. */
  protected readonly channels = computed(() => [
    ...new Set([...(this.client()?.accounts.map(({ channelName }) => channelName) ?? []), ...this.rules().map(({ channel }) => channel)]),
  ]);

  /** Visits as the rules on screen sort them; those last read stay while the next are on their way. */
  private readonly visits = toSignal(
    combineLatest([this.focus.resolved$, toObservable(this.rules)]).pipe(
      debounceTime(150),
      filter(([, rules]) => sourceProblems({ rules }).length === 0),
      switchMap(([resolved, rules]) => {
        if (!resolved) return of(null);
        const { from, to } = resolved.period;
        const body = { rules, period: { from, to } };
        return loadState(this.api.call('visits', { params: { client: resolved.client.id }, body })).pipe(
          map((reply) => ({ reply, rules, style: resolved.style })),
        );
      }),
      filter((each) => each?.reply.state !== 'loading'),
    ),
  );
  protected readonly failed = computed(() => {
    const reply = this.visits()?.reply;
    return reply?.state === 'failed' ? reply.message : '';
  });
  protected readonly view = computed(() => {
    const visits = this.visits();
    return visits?.reply.state === 'ready' ? sourcesView(visits.reply.value, visits.rules, visits.style) : null;
  });

  protected add(value = ''): void {
    this.edited.change([...this.rules(), { test: value === '' ? 'contains' : 'is', value, channel: '', kind: 'other site' }]);
  }

  protected edit(at: number, change: Partial<SourceRule>): void {
    const known = this.proposal().find(({ channel }) => channel === change.channel);
    this.edited.change(
      this.rules().map((rule, place) => (place === at ? { ...rule, ...change, ...(known ? { kind: known.kind } : {}) } : rule)),
    );
  }

  protected move(at: number, to: number): void {
    const rule = this.rules()[at];
    if (rule) this.edited.change(this.rules().toSpliced(at, 1).toSpliced(to, 0, rule));
  }

  protected remove(at: number): void {
    this.edited.change(this.rules().toSpliced(at, 1));
  }
}

const storedOf = ({ rules: value, version }: { rules: readonly SourceRule[]; version: number }): Stored<readonly SourceRule[]> => ({
  value,
  version,
});

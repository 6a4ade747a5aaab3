import { Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatSnackBar } from '@angular/material/snack-bar';
import { SOURCE_KINDS, sourceProblems, type SourceRule } from '@lens/core';
import { combineLatest, debounceTime, filter, map, of, switchMap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { IntakeNav } from '../intake/intake-nav';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { OrderButtons } from '../ui/order-buttons';
import { TextTestFields } from '../ui/text-test-fields';
import { sourcesView } from './sources-view';

/** Where visits come from: rules that sort the spellings, what they find, and what falls through. */
@Component({
  selector: 'ul-sources-page',
  imports: [IntakeNav, MatButton, MatIcon, NeedClient, OrderButtons, TextTestFields],
  templateUrl: './sources-page.html',
  styleUrl: './sources-page.scss',
})
export class SourcesPage {
  private readonly api = inject(Api);
  private readonly notices = inject(MatSnackBar);
  private readonly focus = inject(FocusService);

  protected readonly client = this.focus.client;
  protected readonly kinds = SOURCE_KINDS;
  protected readonly error = signal('');
  protected readonly dirty = signal(false);
  private readonly stored = toSignal(
    this.focus.client$.pipe(
      switchMap((client) => (client ? loadState(this.api.call('sources', { params: { client: client.id } })) : of(null))),
    ),
  );
  protected readonly proposal = computed(() => {
    const stored = this.stored();
    return stored?.state === 'ready' ? stored.value.proposal : [];
  });
  /** The rules as they stand on screen; stored only when saved. */
  protected readonly rules = linkedSignal<readonly SourceRule[]>(() => {
    const stored = this.stored();
    return stored?.state === 'ready' ? stored.value.rules : [];
  });
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
    this.change([...this.rules(), { test: value === '' ? 'contains' : 'is', value, channel: '', kind: 'other site' }]);
  }

  protected propose(): void {
    this.change(this.proposal());
  }

  protected edit(at: number, change: Partial<SourceRule>): void {
    const known = this.proposal().find(({ channel }) => channel === change.channel);
    this.change(this.rules().map((rule, place) => (place === at ? { ...rule, ...change, ...(known ? { kind: known.kind } : {}) } : rule)));
  }

  protected move(at: number, to: number): void {
    const rule = this.rules()[at];
    if (rule) this.change(this.rules().toSpliced(at, 1).toSpliced(to, 0, rule));
  }

  protected remove(at: number): void {
    this.change(this.rules().toSpliced(at, 1));
  }

  protected save(): void {
    const client = this.client();
    if (!client) return;
    this.error.set('');
    this.api.call('setSources', { params: { client: client.id }, body: { rules: this.rules() } }).subscribe({
      next: () => {
        this.dirty.set(false);
        this.notices.open('Saved.', 'Close', { duration: 5000 });
      },
      error: (error: ApiError) => this.error.set(error.message),
    });
  }

  private change(rules: readonly SourceRule[]): void {
    this.rules.set(rules);
    this.dirty.set(true);
  }
}

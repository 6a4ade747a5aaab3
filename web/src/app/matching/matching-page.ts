import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { JOIN_BY, type Joining, type JoinKey, NAME_PARTS, SEVERAL, USUAL_JOINING } from '@lens/core';
import { combineLatest, debounceTime, EMPTY, filter, map, of, startWith, Subject, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { draftOf, type Stored } from '../ui/draft';
import { DraftBar } from '../ui/draft-bar';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { OrderButtons } from '../ui/order-buttons';
import { PickField, plainChoices } from '../ui/pick-field';
import { joinView, LEVEL_CHOICES, TAG_CHOICES, unreachedView } from './matching-view';

const BY_LABELS: Readonly<Record<(typeof JOIN_BY)[number], string>> = {
  'id or name': 'id or name',
  id: 'id',
  name: 'name',
  part: 'part of the name',
};
const SEVERAL_LABELS: Readonly<Record<(typeof SEVERAL)[number], string>> = {
  refuse: 'stay unmatched',
  clicks: 'are split by the clicks of that day',
  spend: 'are split by the spend of that day',
};

interface Matched {
  readonly lists: readonly { readonly feed: number; readonly joining: Joining }[];
  readonly version: number;
}

/** How outcomes reach the campaigns that cost money: keys in order, tried on the period before they are saved. */
@Component({
  selector: 'ul-matching-page',
  imports: [DraftBar, MatButton, MatIcon, NeedClient, OrderButtons, PickField],
  templateUrl: './matching-page.html',
  styleUrl: './matching-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MatchingPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly saved = new Subject<void>();

  protected readonly client = this.focus.client;
  protected readonly tags = TAG_CHOICES;
  protected readonly levels = LEVEL_CHOICES;
  protected readonly bys = JOIN_BY.map((value) => ({ value, label: BY_LABELS[value] }));
  protected readonly parts = plainChoices(NAME_PARTS);
  protected readonly severals = SEVERAL.map((value) => ({ value, label: SEVERAL_LABELS[value] }));

  private readonly stored = toSignal(
    combineLatest([this.focus.client$, this.saved.pipe(startWith(undefined))]).pipe(
      switchMap(([client]) => (client ? loadState(this.api.call('joinings', { params: { client: client.id } })) : of(null))),
      filter((state) => state?.state !== 'loading'),
    ),
  );
  protected readonly lists = computed(() => {
    const stored = this.stored();
    return stored?.state === 'ready' ? stored.value.lists : null;
  });
  protected readonly feed = linkedSignal<number | null>(() => this.lists()?.[0]?.feed ?? null);
  protected readonly listChoices = computed(() => this.lists()?.map(({ feed: value, name: label }) => ({ value, label })) ?? []);
  private readonly joined = computed((): Stored<Joining> => {
    const stored = this.stored();
    return this.storedOf(stored?.state === 'ready' ? stored.value : { lists: [], version: 0 });
  });
  private readonly params = computed(() => ({ client: this.client()?.id ?? '' }));
  protected readonly edited = draftOf(this.joined, {
    read: () => this.api.call('joinings', { params: this.params() }).pipe(map((reply) => this.storedOf(reply))),
    store: (joining, edit) => {
      const feed = this.feed();
      return feed === null ? EMPTY : this.api.call('setJoining', { params: this.params(), body: { feed, joining, ...edit } });
    },
    earlier: () =>
      this.api
        .call('joiningsVersions', { params: this.params() })
        .pipe(map(({ versions }) => versions.map((each) => ({ ...each, body: this.storedOf({ ...each, ...each.body }).value })))),
    saved: 'Saved. Every screen matches by it from now on.',
    then: () => this.saved.next(),
  });
  protected readonly joining = this.edited.value;

  private readonly tried = toSignal(
    combineLatest([this.focus.resolved$, toObservable(this.feed), toObservable(this.joining)]).pipe(
      debounceTime(150),
      switchMap(([resolved, feed, joining]) => {
        if (!resolved || feed === null) return of(null);
        const { from, to } = resolved.period;
        const body = { feed, joining, period: { from, to } };
        return loadState(this.api.call('tryJoining', { params: { client: resolved.client.id }, body })).pipe(
          map((reply) => ({ reply, joining, style: resolved.style })),
        );
      }),
      filter((each) => each?.reply.state !== 'loading'),
    ),
  );
  protected readonly problem = computed(() => {
    const reply = this.tried()?.reply;
    return reply?.state === 'failed' ? reply.message : '';
  });
  protected readonly view = computed(() => {
    const tried = this.tried();
    if (tried?.reply.state !== 'ready') return null;
    const { keys, several } = tried.joining;
    return { ...joinView(tried.reply.value, keys, several, tried.style), unreached: unreachedView(tried.reply.value, tried.style) };
  });

  /** How the list that is looked at matches. */
  private storedOf({ lists, version }: Matched): Stored<Joining> {
    return { value: lists.find(({ feed }) => feed === this.feed())?.joining ?? USUAL_JOINING, version };
  }

  protected edit(at: number, change: Partial<JoinKey>): void {
    this.change({ keys: this.joining().keys.map((key, place) => (place === at ? { ...key, ...change } : key)) });
  }

  protected move(from: number, to: number): void {
    const { keys } = this.joining();
    const key = keys[from];
    if (key) this.change({ keys: keys.toSpliced(from, 1).toSpliced(to, 0, key) });
  }

  protected remove(at: number): void {
    this.change({ keys: this.joining().keys.toSpliced(at, 1) });
  }

  protected add(): void {
    this.change({ keys: [...this.joining().keys, { tag: 'campaign', level: 'campaign', by: 'name', part: null }] });
  }

  protected change(part: Partial<Joining>): void {
    this.edited.change({ ...this.joining(), ...part });
  }
}

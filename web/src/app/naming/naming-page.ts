import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { type Convention, NAMED_LEVELS, type NamedLevel, type NameRule, type Naming, namingProblems, NO_NAMING } from '@lens/core';
import { combineLatest, debounceTime, map, of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { draftOf, type Stored } from '../ui/draft';
import { DraftBar } from '../ui/draft-bar';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { ConventionForm } from './convention-form';
import { LEVEL_NAMES, namesView } from './names-view';
import { RuleList } from './rule-list';

/** How the names of a client are built, what they tell, and which break the convention. */
@Component({
  selector: 'ul-naming-page',
  imports: [ConventionForm, DraftBar, MatButton, MatIcon, NeedClient, RuleList],
  templateUrl: './naming-page.html',
  styleUrl: './naming-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NamingPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);

  protected readonly client = this.focus.client;
  private readonly stored = toSignal(
    this.focus.clientId$.pipe(
      switchMap((client) => (client === null ? of(null) : loadState(this.api.call('naming', { params: { client } })))),
    ),
  );
  protected readonly state = computed(() => this.stored()?.state ?? 'loading');
  private readonly naming = computed((): Stored<Naming> => {
    const stored = this.stored();
    return stored?.state === 'ready' ? storedOf(stored.value) : { value: NO_NAMING, version: 0 };
  });
  private readonly params = computed(() => ({ client: this.client()?.id ?? '' }));
  protected readonly edited = draftOf(this.naming, {
    read: () => this.api.call('naming', { params: this.params() }).pipe(map(storedOf)),
    store: (naming, edit) => this.api.call('setNaming', { params: this.params(), body: { ...naming, ...edit } }),
    earlier: () => this.api.call('namingVersions', { params: this.params() }).pipe(map(({ versions }) => versions)),
    saved: 'Saved. Compare can show what names tell.',
    then: () => this.focus.refresh(),
  });
  protected readonly draft = this.edited.value;
  protected readonly problems = computed(() => namingProblems(this.draft()));
  protected readonly described = computed(() =>
    this.draft().conventions.map((convention) => ({ level: convention.level, label: LEVEL_NAMES[convention.level], convention })),
  );
  protected readonly open = computed(() => {
    const stored = this.stored();
    const proposals = stored?.state === 'ready' ? stored.value.proposals : [];
    return NAMED_LEVELS.filter((level) => this.draft().conventions.every((each) => each.level !== level)).map((level) => ({
      level,
      label: LEVEL_NAMES[level],
      proposal: proposals.find((each) => each.level === level),
    }));
  });

  /** Names as the draft reads them; the last that could be read stay on screen. */
  private readonly names = toSignal(
    combineLatest([this.focus.client$, toObservable(this.draft)]).pipe(
      debounceTime(150),
      switchMap(([client, body]) =>
        client && namingProblems(body).length === 0 ? loadState(this.api.call('names', { params: { client: client.id }, body })) : of(null),
      ),
    ),
  );
  protected readonly view = computed(() => {
    const [names, client] = [this.names(), this.client()];
    return names?.state === 'ready' && client ? namesView(names.value, client) : null;
  });

  protected describe(level: NamedLevel, proposal: Convention | undefined): void {
    const empty: Convention = { level, separator: '_', parts: [{ part: null, words: [], optional: false }] };
    this.change({ conventions: [...this.draft().conventions, proposal ?? empty] });
  }

  protected setConvention(convention: Convention): void {
    this.change({ conventions: this.draft().conventions.map((each) => (each.level === convention.level ? convention : each)) });
  }

  protected dropConvention(level: NamedLevel): void {
    this.change({ conventions: this.draft().conventions.filter((each) => each.level !== level) });
  }

  protected setRules(rules: readonly NameRule[]): void {
    this.change({ rules });
  }

  protected correct({ level, name }: { level: NamedLevel; name: string }): void {
    this.setRules([...this.draft().rules, { level, test: 'is', value: name, parts: {} }]);
  }

  private change(part: Partial<Naming>): void {
    this.edited.change({ ...this.draft(), ...part });
  }
}

const storedOf = ({ naming: value, version }: { naming: Naming; version: number }): Stored<Naming> => ({ value, version });

import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { type Grouping, type Groupings, groupingId, groupingProblems, isRowDimension, NO_GROUPINGS } from '@lens/core';
import { map, of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { fieldChoices } from '../data/fields';
import { FocusService } from '../data/focus';
import { vocabularyOf } from '../data/vocabulary';
import { draftOf, type Stored } from '../ui/draft';
import { DraftBar } from '../ui/draft-bar';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { GroupingForm } from './grouping-form';

/** How the members of a client are grouped: each grouping is a field like any other. */
@Component({
  selector: 'ul-groupings-page',
  imports: [DraftBar, GroupingForm, MatButton, MatIcon, NeedClient, RouterLink],
  templateUrl: './groupings-page.html',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GroupingsPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);

  protected readonly client = this.focus.client;
  private readonly stored = toSignal(
    this.focus.clientId$.pipe(
      switchMap((client) => (client === null ? of(null) : loadState(this.api.call('groupings', { params: { client } })))),
    ),
  );
  protected readonly isLoading = computed(() => (this.stored()?.state ?? 'loading') === 'loading');
  private readonly params = computed(() => ({ client: this.client()?.id ?? '' }));
  protected readonly edited = draftOf(
    computed(() => {
      const stored = this.stored();
      return stored?.state === 'ready' ? storedOf(stored.value) : { value: NO_GROUPINGS, version: 0 };
    }),
    {
      read: () => this.api.call('groupings', { params: this.params() }).pipe(map(storedOf)),
      store: (groupings, edit) => this.api.call('setGroupings', { params: this.params(), body: { ...groupings, ...edit } }),
      earlier: () => this.api.call('groupingsVersions', { params: this.params() }).pipe(map(({ versions }) => versions)),
      saved: 'Saved. Compare can split, filter and spread by it.',
      then: () => this.focus.refresh(),
    },
  );
  protected readonly groupings = computed(() => this.edited.value().groupings);
  protected readonly problems = computed(() => {
    const client = this.client();
    return client ? groupingProblems(this.edited.value(), vocabularyOf(client)) : [];
  });
  /** What members may be of, by grouping: fields that rows tell, and the other groupings. */
  protected readonly fields = computed(() => {
    const client = this.client();
    const fields = client ? fieldChoices({ ...client, groupings: [] }, false).filter(({ value }) => isRowDimension(value)) : [];
    return this.groupings().map(({ id }) => [
      ...fields,
      ...this.groupings()
        .filter((other) => other.id !== id)
        .map(({ id: value, label }) => ({ value, label })),
    ]);
  });

  protected add(): void {
    const taken = this.groupings().map(({ id }) => id);
    this.set([
      ...this.groupings(),
      {
        id: groupingId('grouping', taken),
        label: '',
        of: 'campaign',
        groups: [{ name: '', any: [{ test: 'contains', value: '' }], members: [] }],
      },
    ]);
  }

  protected change(at: number, grouping: Grouping): void {
    this.set(this.groupings().with(at, grouping));
  }

  protected remove(at: number): void {
    this.set(this.groupings().toSpliced(at, 1));
  }

  /** Rows of Compare that show a grouping: its groups, and what is in each. */
  protected rowsOf({ id, of: grouped }: Grouping): string {
    return [id, grouped].join('~');
  }

  private set(groupings: readonly Grouping[]): void {
    this.edited.change({ groupings });
  }
}

const storedOf = ({ groupings, version }: Groupings & { version: number }): Stored<Groupings> => ({ value: { groupings }, version });

import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import type { ClientDetail, GroupingTried } from '@lens/contract';
import { figureText, type Grouping, groupingProblems, IN_NO_GROUP, type MemberGroup, type TextTest } from '@lens/core';
import { debounceTime, of, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { vocabularyOf } from '../data/vocabulary';
import type { Choice } from '../ui/choices';
import { loadState } from '../ui/load-state';
import { OrderButtons } from '../ui/order-buttons';
import { PickField } from '../ui/pick-field';
import { TextTestFields } from '../ui/text-test-fields';

/** One grouping: what it groups, and by group which names it takes, with what that makes of the members there are. */
@Component({
  selector: 'ul-grouping-form',
  imports: [MatButton, MatFormField, MatIcon, MatIconButton, MatInput, MatLabel, OrderButtons, PickField, TextTestFields],
  templateUrl: './grouping-form.html',
  styleUrl: './grouping-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GroupingForm {
  private readonly api = inject(Api);

  readonly client = input.required<ClientDetail>();
  readonly value = input.required<Grouping>();
  /** All of the client, as they stand: one may group another. */
  readonly all = input.required<readonly Grouping[]>();
  readonly fields = input.required<readonly Choice<string>[]>();
  readonly changed = output<Grouping>();
  readonly removed = output();

  private readonly asked = computed(() => ({ client: this.client(), id: this.value().id, groupings: this.all() }));
  private readonly tried = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(150),
      switchMap(({ client, id, groupings }) =>
        groupingProblems({ groupings }, vocabularyOf({ ...client, groupings: [...groupings] })).length > 0
          ? of(null)
          : loadState(this.api.call('tryGrouping', { params: { client: client.id }, body: { id, groupings } })),
      ),
    ),
  );
  /** What each group takes, in words. */
  protected readonly takes = computed((): ReadonlyMap<string, string> => {
    const tried = this.tried();
    if (tried?.state !== 'ready') return new Map();
    return new Map(tried.value.groups.map((group) => [group.name, this.told(group)]));
  });
  protected readonly rest = computed(() => this.takes().get(IN_NO_GROUP) ?? '');

  private told({ members, spend, first }: GroupingTried['groups'][number]): string {
    if (members === 0) return 'no member of the last 13 weeks';
    const { locale, currency } = this.client();
    const money = spend === null ? '' : `, ${figureText(spend, 'money', { locale, currency }).text}`;
    const more = members - first.length;
    return `${members === 1 ? 'one member' : `${members.toLocaleString(locale)} members`}${money}: ${first.join(', ')}${more > 0 ? ` and ${more.toLocaleString(locale)} more` : ''}`;
  }

  protected add(): void {
    this.changed.emit({
      ...this.value(),
      groups: [...this.value().groups, { name: '', any: [{ test: 'contains', value: '' }], members: [] }],
    });
  }

  protected set(part: Partial<Pick<Grouping, 'label' | 'of'>>): void {
    // What was chosen by hand is of what was grouped before.
    const groups = part.of === undefined ? this.value().groups : this.value().groups.map((group) => ({ ...group, members: [] }));
    this.changed.emit({ ...this.value(), ...part, groups });
  }

  protected edit(at: number, part: Partial<MemberGroup>): void {
    this.changed.emit({
      ...this.value(),
      groups: this.value().groups.map((group, place) => (place === at ? { ...group, ...part } : group)),
    });
  }

  protected setTest(at: number, nth: number, test: TextTest): void {
    const any = this.value().groups[at]?.any ?? [];
    this.edit(at, { any: [...any.slice(0, nth), test, ...any.slice(nth + 1)] });
  }

  protected dropTest(at: number, nth: number): void {
    this.edit(at, { any: (this.value().groups[at]?.any ?? []).toSpliced(nth, 1) });
  }

  protected drop(at: number): void {
    this.changed.emit({ ...this.value(), groups: this.value().groups.toSpliced(at, 1) });
  }

  protected move(at: number, to: number): void {
    const groups = [...this.value().groups];
    const [moved] = groups.splice(at, 1);
    if (moved) groups.splice(to, 0, moved);
    this.changed.emit({ ...this.value(), groups });
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import type { ClientDetail } from '@lens/contract';
import { type FileKind, type Role, roleKey, WORD_KINDS, type WordKind } from '@lens/core';
import { FocusService } from '../data/focus';
import { vocabularyOf } from '../data/vocabulary';
import { type ChoiceGroup, SearchField } from '../ui/search-field';
import { askForWord } from '../words/word-dialog';
import { rolesFor, roleOfKey } from './roles';

/** A choice of meaning that no role key is. */
const NEW_WORD = 'a word of your own';

/** A column of a file, what it is taken for and why. */
export interface ColumnLine {
  readonly header: string;
  readonly role: Role;
  readonly reason: string;
  readonly cells: readonly string[];
}

/** The columns of a file with what each means, to be put right. */
@Component({
  selector: 'ul-column-meanings',
  imports: [SearchField],
  template: `
    <table class="plain">
      <caption class="cdk-visually-hidden">
        Columns of the file and what they mean
      </caption>
      <thead>
        <tr>
          <th scope="col">Column</th>
          <th scope="col">Means</th>
          <th scope="col">Because</th>
          <th scope="col" colspan="4">First rows</th>
        </tr>
      </thead>
      <tbody>
        @for (column of lines(); track $index; let at = $index) {
          <tr [class.out]="column.key === 'ignore'">
            <th scope="row">{{ column.header }}</th>
            <td>
              <ul-search-field
                bare
                [label]="'Meaning of ' + column.header"
                [groups]="choices()"
                [value]="column.key"
                (chosen)="choose(at, $event)"
              />
            </td>
            <td class="quiet reason">{{ column.reason }}</td>
            @for (cell of column.cells; track $index) {
              <td class="sample" [title]="cell">{{ cell }}</td>
            }
          </tr>
        }
      </tbody>
    </table>
  `,
  styles: `
    :host {
      display: block;
      overflow-x: auto;
      --field-width: 230px;
    }
    .plain td,
    .plain th {
      padding: 2px 8px;
      vertical-align: middle;
    }
    th {
      white-space: nowrap;
    }
    tbody th {
      font-size: 14.5px;
      color: var(--ink);
    }
    .reason {
      min-width: 150px;
      font-size: 13px;
      line-height: 1.25;
    }
    .sample {
      max-width: 130px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      color: var(--ink-soft);
      font-size: 13px;
    }
    tr.out th,
    tr.out td {
      color: var(--ink-quiet);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColumnMeanings {
  private readonly dialogs = inject(MatDialog);
  private readonly focus = inject(FocusService);
  readonly client = input.required<ClientDetail>();
  readonly kind = input.required<FileKind>();
  readonly columns = input.required<readonly ColumnLine[]>();
  readonly chosen = output<{ at: number; role: Role }>();

  protected readonly lines = computed(() => this.columns().map((column) => ({ ...column, key: roleKey(column.role) })));
  private readonly groups = computed(() => rolesFor(this.kind(), vocabularyOf(this.client())));
  /** Words of the client's own that such a file can speak of: of a single order that is only what it tells beside. */
  private readonly ownKinds = computed((): readonly WordKind[] => {
    if (this.kind() === 'report') return WORD_KINDS;
    return this.kind() === 'orders' ? ['measure'] : [];
  });
  protected readonly choices = computed((): ChoiceGroup<string>[] => {
    const own = this.ownKinds().length > 0 ? [{ value: NEW_WORD, label: 'A word of your own…' }] : [];
    return this.groups().map(({ label, choices }) => ({
      label,
      choices: [...choices.map(({ key: value, label: text }) => ({ value, label: text })), ...(label === '' ? own : [])],
    }));
  });

  protected choose(at: number, key: string): void {
    const column = this.columns()[at];
    if (key !== NEW_WORD) this.chosen.emit({ at, role: roleOfKey(this.groups(), key) });
    else if (column) {
      askForWord(this.dialogs, { client: this.client(), kinds: this.ownKinds(), known: null, column }).subscribe((role) => {
        this.focus.refresh();
        this.chosen.emit({ at, role });
      });
    }
  }
}

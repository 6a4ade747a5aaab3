import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { BulkRequest, ClientDetail, WireTable } from '@lens/contract';
import { AUDITED_LEVELS, isRowDimension, quantity } from '@lens/core';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { Undo } from '../data/undo';
import { askForGroup } from '../groupings/group-dialog';
import { askForBulk } from '../moves/bulk-dialog';

type Row = WireTable['rows'][number];

/** What can be done with the rows that are marked. */
@Component({
  selector: 'ul-marked-bar',
  imports: [MatButton],
  template: `
    <span>{{ rows().length }} marked</span>
    <button mat-button type="button" [disabled]="chosen() === null" (click)="group()">{{ groupText() }}</button>
    @if (changeable(); as some) {
      <button mat-button type="button" (click)="changeAll(some)">Change…</button>
    }
    <button mat-button type="button" (click)="copied.emit()">Copy</button>
    <button mat-button type="button" (click)="pinnedChanged.emit(!pinned())">{{ pinned() ? 'Let scroll' : 'Keep in sight' }}</button>
    <button mat-button type="button" (click)="cleared.emit()">Unmark</button>
  `,
  styles: `
    :host {
      display: flex;
      gap: 4px;
      align-items: center;
      color: var(--ink-soft);
    }
  `,
  host: { role: 'toolbar', 'aria-label': 'With the marked rows' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MarkedBar {
  private readonly dialogs = inject(MatDialog);
  private readonly notices = inject(MatSnackBar);
  private readonly focus = inject(FocusService);
  private readonly moves = inject(MovesService);
  private readonly doings = inject(Undo);

  readonly client = input.required<ClientDetail>();
  readonly rows = input.required<readonly Row[]>();
  readonly labelOf = input.required<(dimension: string) => string>();
  /** Whether all that is compared is of the client in focus: what is of others is not changed from here. */
  readonly ofOneClient = input.required<boolean>();
  /** Whether they stay in sight when the others scroll. */
  readonly pinned = input.required<boolean>();
  readonly pinnedChanged = output<boolean>();
  readonly cleared = output();
  readonly copied = output();
  /** A grouping that was made is to be split by. */
  readonly grouped = output<string>();

  /** The members that are marked, where all are of one dimension that can be grouped; null where they are not. */
  protected readonly chosen = computed(() => {
    const own = this.rows().flatMap(({ level, code, kind }) => (kind === 'member' && code !== null ? [{ level, code }] : []));
    const [of, ...others] = [...new Set(own.map(({ level }) => level))];
    if (of === undefined || others.length > 0 || own.length < this.rows().length || !isRowDimension(of)) return null;
    return { of, members: [...new Set(own.map(({ code }) => (typeof code === 'string' ? decodeURIComponent(code) : code)))] };
  });
  protected readonly groupText = computed(() => {
    const chosen = this.chosen();
    return chosen ? 'Group…' : 'Group… (campaigns, ads and the like, of one kind)';
  });

  /** Campaigns and ads among them, where all are such: what they do at their channel can be changed. */
  protected readonly changeable = computed(() => {
    const own = this.rows().flatMap(({ level, code, kind }) => {
      const found = AUDITED_LEVELS.find((each) => each === level);
      return kind === 'member' && found && typeof code === 'number' ? [{ level: found, member: code }] : [];
    });
    return this.ofOneClient() && own.length > 0 && own.length === this.rows().length ? own : null;
  });

  protected changeAll(members: BulkRequest['members']): void {
    const [client, levels] = [this.client(), new Set(members.map(({ level }) => level))];
    const [one, many] = levels.size > 1 ? ['of these', 'of these'] : levels.has('ad') ? ['ad', 'ads'] : ['campaign', 'campaigns'];
    askForBulk(this.dialogs, { client, members, told: quantity(members.length, one, many, client) }).subscribe((ids) => {
      this.focus.refresh();
      this.doings.stored(`Accepted: ${quantity(ids.length, 'move', 'moves', client)}, under Moves`, () => this.moves.undo(client.id, ids));
    });
  }

  protected group(): void {
    const chosen = this.chosen();
    if (!chosen) return;
    const label = this.labelOf()(chosen.of);
    const told = chosen.members.length === 1 ? `one ${label}` : `${chosen.members.length} members: ${label}`;
    askForGroup(this.dialogs, { ...chosen, client: this.client(), told }).subscribe((id) => {
      this.focus.refresh();
      this.notices
        .open('Grouped.', 'Split by it', { duration: 8000 })
        .onAction()
        .subscribe(() => this.grouped.emit(id));
    });
  }
}

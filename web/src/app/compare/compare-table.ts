import { afterRenderEffect, ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatPseudoCheckbox } from '@angular/material/core';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import type { MetricId, Sort } from '@lens/core';
import { Thumb } from '../ui/thumb';
import { TARGET } from './condition-form';
import { type ColumnView, moreAfter, type RowView, type TableView } from './table-view';

/** The comparison as a tree grid: arrows move, Enter traces or opens, + and − open and close, Space draws. */
@Component({
  selector: 'ul-compare-table',
  imports: [MatButton, MatIcon, MatPseudoCheckbox, MatTooltip, Thumb],
  templateUrl: './compare-table.html',
  styleUrl: './compare-table.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CompareTable {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  readonly view = input.required<TableView>();
  readonly drawn = input.required<readonly string[]>();
  readonly sort = input.required<Sort>();
  readonly traced = input.required<{ row: string; metric: MetricId } | null>();
  readonly busy = input(false);
  /** Whether status and last change have columns. */
  readonly withSettings = input(false);
  readonly sorted = output<MetricId>();
  readonly toggled = output<string>();
  readonly moreWanted = output();
  readonly drawnChanged = output<string>();
  readonly tracedChanged = output<{ row: string; metric: MetricId }>();

  /** The one cell the Tab key reaches: row and column, column 0 is the name. */
  protected readonly at = signal({ row: 0, column: 0 });

  protected readonly open = computed(() => this.view().open);
  protected readonly visible = computed(() => this.view().rows);
  /** By the place of a row: how many siblings are not shown of those whose last is shown there, with all it holds. */
  protected readonly moreAfter = computed(() => moreAfter(this.visible()));

  constructor() {
    afterRenderEffect(() => {
      if (this.traced()) this.host.nativeElement.querySelector('td.traced')?.scrollIntoView({ block: 'nearest', inline: 'center' });
    });
  }

  /** Of the names, or of a column; parts of rows are not what rows are sorted by. */
  protected sortState(column: ColumnView | null): 'ascending' | 'descending' | 'none' {
    const { by, direction } = this.sort();
    return (column?.row ?? '') === '' && by === (column?.metric ?? 'name') ? direction : 'none';
  }

  protected readonly TARGET = TARGET;
  protected readonly targetSort = computed(() => (this.sort().by === TARGET ? this.sort().direction : 'none'));

  protected sortBy({ row, metric }: ColumnView): void {
    if (row === '') this.sorted.emit(metric);
  }

  protected isTraced(row: RowView, at: number): boolean {
    const [column, traced] = [this.view().columns[at], this.traced()];
    return column !== undefined && traced?.row === row.key + column.row && traced.metric === column.metric;
  }

  protected drawable(row: RowView): boolean {
    return row.kind !== 'not broken down' && row.kind !== 'shown';
  }

  protected trace(row: RowView, column: number): void {
    const of = this.view().columns[column];
    if (of) this.tracedChanged.emit({ row: row.key + of.row, metric: of.metric });
  }

  protected onKey(event: KeyboardEvent, row: RowView, rowAt: number, column: number): void {
    if (this.move(event.key, rowAt, column) || this.act(event.key, row, column)) event.preventDefault();
  }

  private move(key: string, row: number, column: number): boolean {
    const step = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1] }[key];
    if (!step) return false;
    const to = {
      row: Math.max(0, Math.min(this.visible().length - 1, row + (step[0] ?? 0))),
      column: Math.max(0, Math.min(this.view().columns.length, column + (step[1] ?? 0))),
    };
    this.at.set(to);
    this.host.nativeElement.querySelector<HTMLElement>(`[data-cell="${to.row} ${to.column}"]`)?.focus();
    return true;
  }

  private act(key: string, row: RowView, column: number): boolean {
    const isOpen = this.open().has(row.key);
    if (key === 'Enter' && column > 0) this.trace(row, column - 1);
    else if (row.hasChildren && (key === 'Enter' || (key === '+' && !isOpen) || (key === '-' && isOpen))) this.toggled.emit(row.key);
    else if (key === ' ' && this.drawable(row)) this.drawnChanged.emit(row.key);
    else return false;
    return true;
  }
}

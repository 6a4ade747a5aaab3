import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  ChangeDetectorRef,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { NgTemplateOutlet } from '@angular/common';
import { MatButton } from '@angular/material/button';
import { MatPseudoCheckbox } from '@angular/material/core';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { isTotal, type MetricId, type Sort } from '@lens/core';
import { Thumb } from '../ui/thumb';
import { TARGET } from './condition-form';
import { NameHead } from './name-head';
import { type ColumnView, moreAfter, type RowView, type TableView } from './table-view';
import { lineAt, type Scroll, topsOf, windowOf } from './table-window';

/** A row where it stands in the table; one that is kept in sight stands there twice. */
interface Line {
  readonly row: RowView;
  readonly at: number;
  readonly pinned: boolean;
  /** What lies between the head and it while it stays in sight, in pixels; null where it scrolls away. */
  readonly stuckAt: number | null;
}

/** Heights in pixels. */
const HEAD = 48;
const ROW = { plain: 26, compared: 41 };
const MORE = 41;
/** Rows kept in sight: more leave no room for the others. */
const MOST_PINNED = 6;

/** The comparison as a tree grid: arrows move, Enter traces or opens, + and − open and close, Space marks. Only lines in sight are drawn. */
@Component({
  selector: 'ul-compare-table',
  imports: [MatButton, MatIcon, MatPseudoCheckbox, MatTooltip, NameHead, NgTemplateOutlet, Thumb],
  templateUrl: './compare-table.html',
  styleUrl: './compare-table.scss',
  host: {
    '[style.--name-width.px]': 'nameWidth()',
    '[style.--row-height.px]': 'rowHeight()',
    '[style.--head-height.px]': 'HEAD',
    '[style.--more-height.px]': 'MORE',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CompareTable {
  private readonly changes = inject(ChangeDetectorRef);
  private readonly frame = viewChild.required<ElementRef<HTMLElement>>('frame');

  readonly view = input.required<TableView>();
  readonly marked = input.required<readonly string[]>();
  readonly sort = input.required<Sort>();
  readonly traced = input.required<{ row: string; metric: MetricId } | null>();
  readonly busy = input(false);
  /** Whether status and last change have columns. */
  readonly withSettings = input(false);
  /** Whether marked rows stay in sight. */
  readonly pinned = input(false);
  /** What rows are split by, as they are called. */
  readonly levels = input.required<readonly string[]>();
  readonly sorted = output<MetricId>();
  readonly toggled = output<string>();
  /** So many levels are to be open. */
  readonly opened = output<number>();
  readonly moreWanted = output();
  readonly markChanged = output<string>();
  readonly tracedChanged = output<{ row: string; metric: MetricId }>();

  /** The one cell the Tab key reaches: row and column, column 0 is the name. */
  protected readonly at = signal({ row: 0, column: 0 });
  protected readonly nameWidth = signal<number | null>(null);
  private readonly scroll = signal<Scroll>({ top: 0, height: 900 });

  protected readonly open = computed(() => this.view().open);
  protected readonly rowHeight = computed(() => (this.view().compared ? ROW.compared : ROW.plain));
  /** Totals, and what is kept in sight: they stand first and are always drawn. */
  protected readonly fixed = computed((): readonly Line[] => {
    const { rows } = this.view();
    const totals = rows.filter(({ kind }) => isTotal(kind) || kind === 'shown');
    const marked = new Set(this.pinned() ? this.marked() : []);
    const pinned = rows.filter((row) => marked.has(row.key) && !totals.includes(row)).slice(0, MOST_PINNED);
    return [...totals, ...pinned].map((row, at) => ({
      row,
      at,
      pinned: at >= totals.length,
      stuckAt: at >= totals.length ? HEAD + (1 + at - totals.length) * this.rowHeight() : row.kind === 'total' ? HEAD : null,
    }));
  });
  private readonly others = computed(() => this.view().rows.filter(({ kind }) => !isTotal(kind) && kind !== 'shown'));
  /** By the place of a row: how many siblings are not shown of those whose last is shown there, with all it holds. */
  private readonly moreAfter = computed(() => moreAfter(this.others()));
  private readonly tops = computed(() =>
    topsOf(this.others().map((_, at) => this.rowHeight() + MORE * (this.moreAfter().get(at)?.length ?? 0))),
  );
  private readonly above = computed(() => this.fixed().length * this.rowHeight());
  protected readonly window = computed(
    () => windowOf(this.tops(), { top: this.scroll().top - this.above(), height: this.scroll().height }),
    { equal: (a, b) => a.from === b.from && a.to === b.to && a.above === b.above && a.below === b.below },
  );
  protected readonly lines = computed((): readonly (Line & { readonly more: readonly { depth: number; more: number }[] })[] => {
    const { from, to } = this.window();
    return this.others()
      .slice(from, to)
      .map((row, place) => ({
        row,
        at: this.fixed().length + from + place,
        pinned: false,
        stuckAt: null,
        more: this.moreAfter().get(from + place) ?? [],
      }));
  });
  protected readonly columnCount = computed(
    () => 1 + (this.view().held ? 1 : 0) + (this.withSettings() ? 2 : 0) + this.view().columns.length,
  );
  protected readonly count = computed(() => this.fixed().length + this.others().length);
  protected readonly isEmpty = computed(() => this.others().length === 0);
  /** What the first row in sight lies in. */
  protected readonly path = computed(() => {
    const others = this.others();
    const stuck = this.fixed().filter(({ stuckAt }) => stuckAt !== null).length * this.rowHeight();
    const first = others[lineAt(this.tops(), this.scroll().top + stuck - this.above())];
    if (!first || first.parent === null || this.scroll().top === 0) return '';
    const byKey = new Map(others.map((row) => [row.key, row]));
    const above: string[] = [];
    for (let own = byKey.get(first.parent); own; own = byKey.get(own.parent ?? '')) above.unshift(own.name);
    return above.join(' › ');
  });
  /** The row that holds the cell for Tab; the first in sight where that one is not drawn. */
  protected readonly tabRow = computed(() => {
    const { row } = this.at();
    const { from, to } = this.window();
    const fixed = this.fixed().length;
    return row < fixed || (row >= fixed + from && row < fixed + to) ? row : fixed + from;
  });

  constructor() {
    afterRenderEffect(() => {
      const traced = this.traced();
      if (!traced) return;
      const at = this.others().findIndex(({ key }) => traced.row.startsWith(key) && traced.row.split('|')[0] === key);
      if (at >= 0) this.bringInSight(this.fixed().length + at);
      this.frame().nativeElement.querySelector('td.traced')?.scrollIntoView({ block: 'nearest', inline: 'center' });
    });
  }

  protected scrolled(): void {
    const { scrollTop: top, clientHeight: height } = this.frame().nativeElement;
    this.scroll.set({ top, height });
  }

  /** Of the names, or of a column; parts of rows are not what rows are sorted by. */
  protected sortState(column: ColumnView | null): 'ascending' | 'descending' | 'none' {
    const { by, direction } = this.sort();
    return (column?.row ?? '') === '' && by === (column?.metric ?? 'name') ? direction : 'none';
  }

  protected readonly HEAD = HEAD;
  protected readonly MORE = MORE;
  protected readonly TARGET = TARGET;
  protected readonly targetSort = computed(() => (this.sort().by === TARGET ? this.sort().direction : 'none'));

  protected sortBy({ row, metric }: ColumnView): void {
    if (row === '') this.sorted.emit(metric);
  }

  protected isTraced(row: RowView, at: number): boolean {
    const [column, traced] = [this.view().columns[at], this.traced()];
    return column !== undefined && traced?.row === row.key + column.row && traced.metric === column.metric;
  }

  protected canBeMarked(row: RowView): boolean {
    return row.kind !== 'not broken down' && row.kind !== 'shown';
  }

  protected trace(row: RowView, column: number): void {
    const of = this.view().columns[column];
    if (of) this.tracedChanged.emit({ row: row.key + of.row, metric: of.metric });
  }

  protected onKey(event: KeyboardEvent, { row, at }: Line, column: number): void {
    if (this.move(event.key, at, column) || this.act(event.key, row, column)) event.preventDefault();
  }

  private move(key: string, row: number, column: number): boolean {
    const step = { ArrowDown: [1, 0], ArrowUp: [-1, 0], ArrowRight: [0, 1], ArrowLeft: [0, -1], PageDown: [20, 0], PageUp: [-20, 0] }[key];
    if (!step) return false;
    const to = {
      row: Math.max(0, Math.min(this.count() - 1, row + (step[0] ?? 0))),
      column: Math.max(0, Math.min(this.view().columns.length, column + (step[1] ?? 0))),
    };
    this.at.set(to);
    this.bringInSight(to.row);
    // The row may not be drawn yet, and the next key may come before it is.
    this.changes.detectChanges();
    const cell = this.frame().nativeElement.querySelector<HTMLElement>(`[data-cell="${to.row} ${to.column}"]`);
    // A browser that focuses something out of sight moves the whole page to have it in the middle.
    cell?.focus({ preventScroll: true });
    cell?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    return true;
  }

  /** Scrolls so far that a row is neither above nor below, nor under what stays in sight. */
  private bringInSight(row: number): void {
    const place = row - this.fixed().length;
    if (place < 0) return;
    const frame = this.frame().nativeElement;
    const top = this.above() + (this.tops()[place] ?? 0);
    const stuck = this.fixed().filter(({ stuckAt }) => stuckAt !== null).length * this.rowHeight();
    if (top - stuck < frame.scrollTop) frame.scrollTop = top - stuck;
    const bottom = top + this.rowHeight() + HEAD;
    if (bottom > frame.scrollTop + frame.clientHeight) frame.scrollTop = bottom - frame.clientHeight;
    this.scrolled();
  }

  private act(key: string, row: RowView, column: number): boolean {
    const isOpen = this.open().has(row.key);
    if (key === 'Enter' && column > 0) this.trace(row, column - 1);
    else if (row.hasChildren && (key === 'Enter' || (key === '+' && !isOpen) || (key === '-' && isOpen))) this.toggled.emit(row.key);
    else if (key === ' ' && this.canBeMarked(row)) this.markChanged.emit(row.key);
    else return false;
    return true;
  }
}

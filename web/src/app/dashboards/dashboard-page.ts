import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal, viewChild, viewChildren } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatSnackBar } from '@angular/material/snack-bar';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import type { SheetFormat, StoredDashboard } from '@lens/contract';
import {
  type Dashboard,
  hasLayout,
  laidOutFor,
  movedOn,
  nearestView,
  rangeText,
  type TilePlace,
  type ReadyDashboard,
  readyDashboards,
  SHIPPED_VIEWS,
  type TileWhat,
  type View,
  withLayout,
  withoutLayout,
} from '@lens/core';
import { Gridster, GridsterItem, type GridsterConfig } from 'angular-gridster2';
import { map, tap } from 'rxjs';
import { aboutLines } from '../answer/about-lines';
import { TakeAlong, type Taken } from '../answer/take-along';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { KeptFilePicker } from '../kept-files/kept-file-picker';
import { KeptFiles } from '../kept-files/kept-files';
import { ChoicePhrase } from '../ui/choice-phrase';
import type { Choice } from '../ui/choices';
import { NeedClient } from '../ui/need-client';
import { BoardFreshness } from './board-freshness';
import { boundTo } from '../views/view-state';
import { ViewsService } from '../views/views';
import { bodyOf, EMPTY_DASHBOARD, movedBy, withoutTile, withTile } from './dashboard-edits';
import { DashboardsService } from './dashboards';
import { DataTile, TargetTile, WaitingTile } from './glance-tiles';
import { FrozenCopies } from './frozen-copies';
import { GoneTile } from './gone-tile';
import { LogbookTile } from './logbook-tile';
import { MorningLine } from './morning-line';
import { Narrowed } from './narrowed';
import { type OfferedView, tileOf } from './offered-view';
import { OnSheet } from './on-sheet';
import { OwnGlance } from './own-glance';
import { ROW, roomOf } from './room';
import { ScreenWidth } from './screen-width';
import { TextTile } from './text-tile';
import { Undo } from '../data/undo';
import { WallMode } from '../data/wall-mode';
import { TileAnswers } from './tile-answers';
import { ViewTile } from './view-tile';

/** Points of a dashboard on paper. */
const SHEET_WIDTH = 1280;

/** Pictures of several questions beside each other, on one focus. */
@Component({
  selector: 'ul-dashboard-page',
  imports: [
    ...[ChoicePhrase, DataTile, GoneTile, Gridster, GridsterItem, MatButton, MatFormField, MatIcon, MatIconButton, MatInput, MatLabel],
    ...[
      KeptFilePicker,
      LogbookTile,
      MatMenu,
      MatMenuItem,
      MatMenuTrigger,
      MorningLine,
      RouterLink,
      NeedClient,
      TargetTile,
      TextTile,
      ViewTile,
      WaitingTile,
    ],
  ],
  providers: [BoardFreshness, Narrowed, OwnGlance, TileAnswers],
  templateUrl: './dashboard-page.html',
  styleUrls: ['./tile.scss', './dashboard-page.scss'],
  host: { '(document:keydown)': 'onKey($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DashboardPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly dashboards = inject(DashboardsService);
  private readonly files = inject(KeptFiles);
  private readonly along = inject(TakeAlong);
  private readonly frozen = inject(FrozenCopies);
  /** One for each tile, in their order. */
  private readonly tilesShown = viewChildren(OnSheet);
  private readonly morning = viewChild(MorningLine);
  private readonly views = inject(ViewsService);
  private readonly notices = inject(MatSnackBar);
  private readonly router = inject(Router);
  protected readonly doings = inject(Undo);

  protected readonly client = this.focus.client;
  protected readonly resolved = this.focus.resolved;
  private readonly clients = toSignal(this.api.call('clients', {}), { initialValue: [] });
  protected readonly others = computed(() => this.clients().flatMap(({ id }) => (id === this.client()?.id ? [] : [id])));
  private readonly state = toSignal(toObservable(this.client).pipe(this.dashboards.follow));
  private readonly kept = toSignal(toObservable(this.client).pipe(this.views.follow));
  private readonly board = toSignal(inject(ActivatedRoute).queryParamMap.pipe(map((params) => params.get('board') ?? '')), {
    initialValue: '',
  });
  private readonly all = computed((): readonly StoredDashboard[] => {
    const state = this.state();
    return state?.state === 'ready' ? state.value.dashboards : [];
  });
  /** Taken away in the last 30 days. */
  protected readonly removed = computed((): readonly StoredDashboard[] => {
    const state = this.state();
    return state?.state === 'ready' ? state.value.removed : [];
  });
  protected readonly stored = computed(() => this.all().find(({ id }) => id === this.board()) ?? null);
  private readonly ready = computed((): readonly ReadyDashboard[] => {
    const client = this.client();
    return client ? readyDashboards(boundTo(client)) : [];
  });
  /** The dashboard of the address; the first that is ready where there is none of that name. */
  private readonly standing = computed(
    (): StoredDashboard | ReadyDashboard | null =>
      this.stored() ?? this.ready().find(({ id }) => id === this.board()) ?? this.ready()[0] ?? null,
  );
  /** Begins anew when another dashboard is opened, or this one was read again. */
  private readonly started = linkedSignal<string, Dashboard>({
    source: () => `${this.client()?.id ?? ''} ${this.board()} ${this.stored()?.version ?? 0}`,
    computation: () => bodyOf(this.standing() ?? EMPTY_DASHBOARD),
  });
  protected readonly shown = linkedSignal(() => this.started());
  /** On a screen in the room: nothing to press, the arrows page through the dashboards. */
  protected readonly isWall = inject(WallMode).isOn;
  protected readonly isDirty = computed(() => this.shown() !== this.started());
  protected readonly arranging = signal(false);
  protected readonly narrowed = inject(Narrowed);
  protected readonly choices = computed((): Choice<string>[] => [
    ...this.all().map(({ id, label, description, client }) => ({
      value: id,
      label,
      note: description === '' ? (client === null ? 'for all clients' : 'kept for this client') : description,
    })),
    ...this.ready().map(({ id, label, description }) => ({ value: id, label, note: description })),
  ]);
  protected readonly chosen = computed(() => this.standing()?.id ?? '');
  /** Views that a tile can be made of. */
  protected readonly offered = computed((): readonly OfferedView[] => {
    const kept = this.kept();
    return [...(kept?.state === 'ready' ? kept.value.views : []), ...SHIPPED_VIEWS];
  });
  /** The view of a tile, a kept one as it is now; null where there is none (any more). */
  private readonly viewOf = (what: TileWhat): View | null =>
    what.kind === 'view' ? what.view : what.kind === 'kept view' ? (this.offered().find(({ id }) => id === what.id) ?? null) : null;
  /** Whether choosing a member narrows what a tile shows. */
  protected readonly isOfMembers = ({ kind }: TileWhat): boolean => kind === 'view' || kind === 'kept view' || kind === 'text';
  protected readonly roomOf = roomOf;
  protected readonly options = computed((): GridsterConfig => {
    const isOn = this.arranging();
    return {
      gridType: 'verticalFixed',
      fixedRowHeight: ROW - 12,
      margin: 12,
      outerMargin: false,
      minCols: 12,
      maxCols: 12,
      mobileBreakpoint: 640,
      pushItems: true,
      displayGrid: 'none',
      draggable: { enabled: isOn, ignoreContent: true, dragHandleClass: 'handle' },
      resizable: { enabled: isOn },
      itemChangeCallback: (item) => this.takeOverSoon(String(item['id'])),
    };
  });
  /** Screens of another width may have a layout of their own. */
  protected readonly layout = toSignal(inject(ScreenWidth).layout$, { initialValue: 'usual' });
  protected readonly hasOwnLayout = computed(() => hasLayout(this.shown().tiles, this.layout()));

  protected layOutAsUsual(): void {
    this.change({ tiles: withoutLayout(this.shown().tiles, this.layout()) });
  }

  protected readonly fresh = inject(BoardFreshness);
  protected readonly periodText = computed(() => {
    const resolved = this.resolved();
    return resolved ? rangeText(resolved.period, resolved.style.locale) : '';
  });
  /** What the grid moves about: copies, so that what was before stays as it was. */
  protected readonly items = computed(() =>
    laidOutFor(this.shown().tiles, this.layout()).map((tile) => ({
      tile,
      view: this.viewOf(tile.what),
      item: { id: tile.id, x: tile.place.x, y: tile.place.y, cols: tile.place.wide, rows: tile.place.high },
    })),
  );

  /** Points from the first row of tiles to the last. */
  protected readonly height = computed(() => ROW * Math.max(4, ...this.items().map(({ item }) => item.y + item.rows)) + ROW);

  protected open(board: string): void {
    void this.router.navigate([], {
      queryParams: { board: board === '' || board === this.ready()[0]?.id ? null : board, only: null },
      queryParamsHandling: 'merge',
    });
  }

  protected change(part: Partial<Dashboard>): void {
    const next = { ...this.shown(), ...part };
    // A change that leads nowhere is none.
    if (JSON.stringify(next) !== JSON.stringify(this.shown())) this.doings.change(this.shown, next);
  }

  protected add(what: TileWhat): void {
    this.change(withTile(this.shown(), what));
    this.arranging.set(true);
  }

  protected addView(view: OfferedView): void {
    this.add(tileOf(view));
  }

  /** Of a view that is gone, the one that is most like it by its name. */
  protected nearestTo(label: string): OfferedView | undefined {
    return nearestView(label, this.offered());
  }

  protected replace(id: string, label: string): void {
    const [shown, nearest] = [this.shown(), this.nearestTo(label)];
    if (nearest) this.change({ tiles: shown.tiles.map((tile) => (tile.id === id ? { ...tile, what: tileOf(nearest) } : tile)) });
  }

  protected takeAway(id: string): void {
    this.change(withoutTile(this.shown(), id));
  }

  protected move(id: string, by: Partial<TilePlace>): void {
    this.change(movedBy(this.shown(), id, by, this.layout()));
  }

  protected write(id: string, text: string): void {
    if (text.trim() === '') return;
    this.change({ tiles: this.shown().tiles.map((tile) => (tile.id === id ? { ...tile, what: { kind: 'text', text } } : tile)) });
  }

  protected onKey({ key }: KeyboardEvent): void {
    if (!this.isWall()) return;
    const step = key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0;
    const boards = this.choices().map(({ value }) => value);
    const next = boards.at((boards.indexOf(this.chosen()) + step) % boards.length);
    if (step !== 0 && next !== undefined) this.open(next);
    if (key === 'Escape') this.setWall(false);
  }

  protected setWall(isOn: boolean): void {
    void this.router.navigate([], { queryParams: { wall: isOn ? 'on' : null }, queryParamsHandling: 'merge' });
  }

  protected save(): void {
    const [client, shown, stored] = [this.client(), this.shown(), this.stored()];
    if (!client) return;
    this.dashboards.store(client.id, stored, shown).subscribe({
      next: (now) => {
        this.arranging.set(false);
        this.open(now.id);
        this.doings.stored(`“${now.label}” is kept.`, () =>
          stored ? this.dashboards.store(client.id, now, bodyOf(stored), 'undone') : this.dashboards.remove(client.id, now),
        );
      },
      error: (problem: ApiError) => this.tell(problem.message),
    });
  }

  protected saveFile(): void {
    this.files.saveDashboard(this.shown(), (id) => this.offered().find((view) => view.id === id));
  }

  /** The dashboard as a file, as it stands on the screen. */
  protected takeAlong(format: SheetFormat): void {
    const taken = this.taken();
    if (taken) void this.along.save(taken, format);
  }

  /** Keeps what is on the screen with its figures. */
  protected freeze(): void {
    const [client, taken] = [this.client(), this.taken()];
    if (!client || !taken) return;
    this.frozen.freeze(client.id, taken).subscribe({
      next: (copy) => {
        const look = this.notices.open('It is kept as it stands, with its figures.', 'Look', { duration: 8000 }).onAction();
        look.subscribe(
          () => void this.router.navigate(['/dashboards/frozen'], { queryParams: { copy: copy.id }, queryParamsHandling: 'merge' }),
        );
      },
      error: (problem: ApiError) => this.tell(problem.message),
    });
  }

  private taken(): Taken | null {
    const [resolved, shown] = [this.resolved(), this.shown()];
    if (!resolved) return null;
    const { client, style } = resolved;
    const only = this.narrowed.text();
    const said = (this.morning()?.sentences() ?? []).map(({ text }) => text).join(' ');
    const asOf = this.fresh.asOf();
    const lines = [
      ...aboutLines({ ...resolved, clients: [client.id] }, client.name, style),
      ...[asOf && `Data of ${asOf}`, only && `Only where ${only}.`, said],
    ];
    const papers = this.tilesShown().map((tile) => tile.onPaper());
    const tiles = shown.tiles.flatMap(({ place }, at) => (papers[at] ? [{ place, ...papers[at] }] : []));
    const title = `${client.name}: ${shown.label}`;
    return { title, lines: lines.filter((line) => line !== ''), tiles, width: SHEET_WIDTH };
  }

  protected remove(stored: StoredDashboard): void {
    const client = this.client()?.id ?? '';
    this.dashboards.remove(client, stored).subscribe({
      next: (gone) => {
        this.open('');
        this.doings.stored(
          `“${gone.label}” is taken away.`,
          () => this.dashboards.bringBack(client, gone).pipe(tap(({ id }) => this.open(id))),
          'Bring it back',
        );
      },
      error: (problem: ApiError) => this.tell(problem.message),
    });
  }

  protected bringBack(gone: StoredDashboard): void {
    this.dashboards.bringBack(this.client()?.id ?? '', gone).subscribe({
      next: ({ id }) => this.open(id),
      error: (problem: ApiError) => this.tell(problem.message),
    });
  }

  /** The tile that was moved first; the others make room for it. */
  private moved: string | null = null;

  /** The grid tells of each tile it moves; only when it has told of all of them do they lie right. */
  private takeOverSoon(id: string): void {
    if (this.moved === null) setTimeout(() => this.takeOver());
    this.moved ??= id;
  }

  /** Takes over where the grid has put its tiles. */
  private takeOver(): void {
    const [shown, moved] = [this.shown(), this.moved];
    this.moved = null;
    if (moved === null) return;
    const places = new Map(this.items().map(({ tile, item }) => [tile.id, { x: item.x, y: item.y, wide: item.cols, high: item.rows }]));
    const layout = this.layout();
    const laidOut = laidOutFor(shown.tiles, layout).map((tile) => ({ ...tile, place: places.get(tile.id) ?? tile.place }));
    const place = places.get(moved) ?? { x: 0, y: 0, wide: 1, high: 1 };
    this.change({ tiles: movedOn(withLayout(shown.tiles, layout, laidOut), layout, moved, place) });
  }

  private tell(text: string): void {
    this.notices.open(text, 'Close', { duration: 6000 });
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, input, output, viewChild } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import type { ClientDetail, StoredDashboard } from '@lens/contract';
import { FOLLOWS, SHIPPED_VIEWS, type View } from '@lens/core';
import { filter, take } from 'rxjs';
import type { CompareState } from '../compare/compare-state';
import { Api } from '../data/api';
import { isPlainKey } from '../ui/plain-key';
import { bookOfClient } from '../data/vocabulary';
import { withTile } from '../dashboards/dashboard-edits';
import { DashboardsService } from '../dashboards/dashboards';
import { asksText } from './asks-text';
import { Keeper } from './keeper';
import { type AnyView, asksOf, boundTo, isChanged, isStored, queryOfView, wordsOf } from './view-state';
import { ViewsService } from './views';

const MOST_LABEL = 80;

/** The view that a comparison was opened from, and what can be done with views from there. */
@Component({
  selector: 'ul-view-menu',
  imports: [MatButton, MatIcon, MatMenu, MatMenuItem, MatMenuTrigger, RouterLink],
  template: `
    @if (view(); as own) {
      <p class="of">
        <strong>{{ own.label }}</strong>
        @if (changed()) {
          <span class="quiet">asked otherwise by now</span>
          <a routerLink="/compare" [queryParams]="query(own)" queryParamsHandling="merge">back to it</a>
        }
      </p>
    }
    <span #boardsMenu="matMenuTrigger" [matMenuTriggerFor]="boards" aria-hidden="true"></span>
    <button mat-stroked-button type="button" [matMenuTriggerFor]="menu"><mat-icon svgIcon="star" /> Views</button>
    <mat-menu #menu="matMenu">
      <button mat-menu-item type="button" (click)="keep()">Keep this question…</button>
      @if (stored(); as own) {
        @if (changed()) {
          <button mat-menu-item type="button" (click)="keepChange()">Keep the change in “{{ own.label }}”…</button>
        }
      }
      @for (each of starred(); track each.id) {
        <a mat-menu-item routerLink="/compare" [queryParams]="query(each)" queryParamsHandling="merge">{{ each.label }}</a>
      }
      <button mat-menu-item type="button" [matMenuTriggerFor]="boards">Put it on a dashboard</button>
      <a mat-menu-item routerLink="/compare/views" queryParamsHandling="merge">All views</a>
    </mat-menu>
    <mat-menu #boards="matMenu">
      @for (each of dashboards(); track each.id) {
        <button mat-menu-item type="button" (click)="putOn(each)">{{ each.label }}</button>
      }
      <button mat-menu-item type="button" (click)="putOn(null)">A new one</button>
    </mat-menu>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 14px;
      align-items: center;
      justify-content: flex-end;
    }
    .of {
      display: flex;
      gap: 8px;
      margin: 0;
      font-size: 14px;
    }
  `,
  host: { '(document:keydown)': 'onKey($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ViewMenu {
  private readonly keeper = inject(Keeper);
  private readonly views = inject(ViewsService);
  private readonly boards = inject(DashboardsService);
  private readonly clients = toSignal(inject(Api).call('clients', {}), { initialValue: [] });

  readonly client = input.required<ClientDetail>();
  readonly state = input.required<CompareState>();
  /** The view that the question was kept as. */
  readonly kept = output<string>();

  private readonly boardsMenu = viewChild.required<MatMenuTrigger>('boardsMenu');
  private readonly boardsRead = toSignal(toObservable(this.client).pipe(this.boards.follow));
  private readonly boardsKnown = computed(() => {
    const read = this.boardsRead();
    return read?.state === 'ready' ? read.value.dashboards : null;
  });
  protected readonly dashboards = computed(() => this.boardsKnown() ?? []);
  private readonly boardsKnown$ = toObservable(this.boardsKnown).pipe(
    filter((known) => known !== null),
    take(1),
  );
  private readonly read = toSignal(toObservable(this.client).pipe(this.views.follow));
  private readonly all = computed((): readonly AnyView[] => {
    const read = this.read();
    return [...(read?.state === 'ready' ? read.value.views : []), ...SHIPPED_VIEWS];
  });
  protected readonly view = computed(() => this.all().find(({ id }) => id === this.state().view) ?? null);
  protected readonly stored = computed(() => {
    const view = this.view();
    return view && isStored(view) ? view : null;
  });
  protected readonly changed = computed(() => {
    const view = this.view();
    return view !== null && isChanged(view, this.state(), this.client());
  });
  protected readonly starred = computed(() => this.all().filter(({ id }) => this.views.starred().includes(id)));
  protected readonly query = (view: AnyView) => {
    const client = this.client();
    return queryOfView(
      view,
      client,
      this.clients().flatMap(({ id }) => (id === client.id ? [] : [id])),
    );
  };

  /** One key puts the question on a dashboard: on the one there is, or on one that is chosen. */
  protected onKey(event: KeyboardEvent): void {
    if (!isPlainKey(event, 'd')) return;
    event.preventDefault();
    // Pressed before the dashboards are known, it waits for them: another one would be made beside the one there is.
    this.boardsKnown$.subscribe(([only, ...others]) => {
      if (others.length > 0) this.boardsMenu().openMenu();
      else this.putOn(only ?? null);
    });
  }

  /** Puts the question, as it is asked now, on a dashboard as another tile. */
  protected putOn(stored: StoredDashboard | null): void {
    const client = this.client();
    const asks = asksOf(this.state(), client);
    const bound = boundTo(client);
    const { label, description, keeps } = this.view() ?? {
      label: asksText(asks, bound.book, bound.labelOf),
      description: '',
      keeps: FOLLOWS,
    };
    const view: View = { label: label.slice(0, MOST_LABEL), description, keeps, asks, words: wordsOf(asks, client, bound.book) };
    const board = stored ?? { label: `${client.name}, my pictures`, description: '', tiles: [] };
    this.boards.put(
      client.id,
      stored,
      withTile({ label: board.label, description: board.description, tiles: board.tiles }, { kind: 'view', view }),
    );
  }

  protected keep(): void {
    const { label = '', description = '', keeps = FOLLOWS } = this.view() ?? {};
    this.store(null, { label: label === '' ? '' : `${label}, another`, description, keeps });
  }

  protected keepChange(): void {
    const stored = this.stored();
    if (stored) this.store(stored, stored);
  }

  private store(known: ReturnType<typeof this.stored>, { label, description, keeps }: Pick<View, 'label' | 'description' | 'keeps'>): void {
    const client = this.client();
    const asks = asksOf(this.state(), client);
    const view: View = { label, description, keeps, asks, words: wordsOf(asks, client, bookOfClient(client)) };
    const title = known ? 'Keep the change' : 'Keep this question as a view';
    this.keeper.keep({ title, known, view }).subscribe(({ id }) => this.kept.emit(id));
  }
}

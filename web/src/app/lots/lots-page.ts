import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatTooltip } from '@angular/material/tooltip';
import { LOT_METRICS, type LotMetricId } from '@lens/core';
import { combineLatest, map, of, startWith, Subject, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { type LotSort, lotsView } from './lots-view';
import { NewLotDialog } from './new-lot-dialog';

/** Traffic bought in lots: what was paid, what came, what it brought, lot by lot and seller by seller. */
@Component({
  selector: 'ul-lots-page',
  imports: [MatButton, MatIcon, MatTooltip, NeedClient],
  templateUrl: './lots-page.html',
  styleUrl: './lots-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LotsPage {
  private readonly api = inject(Api);
  private readonly dialog = inject(MatDialog);
  private readonly notices = inject(MatSnackBar);
  private readonly focus = inject(FocusService);
  private readonly added = new Subject<void>();

  protected readonly client = this.focus.client;
  protected readonly metrics = LOT_METRICS;
  protected readonly sort = signal<LotSort>({ by: 'price', direction: 'descending' });
  /** Sellers whose lots are hidden. */
  protected readonly closed = signal<ReadonlySet<string>>(new Set());

  private readonly answer = toSignal(
    combineLatest([this.focus.resolved$, this.added.pipe(startWith(undefined))]).pipe(
      switchMap(([resolved]) => {
        if (!resolved) return of(null);
        const { from, to } = resolved.period;
        const request = this.api.call('lots', { params: { client: resolved.client.id }, body: { period: { from, to } } });
        return loadState(request).pipe(map((reply) => ({ reply, style: resolved.style })));
      }),
    ),
  );
  protected readonly state = computed(() => this.answer()?.reply);
  protected readonly view = computed(() => {
    const answer = this.answer();
    return answer?.reply.state === 'ready' ? lotsView(answer.reply.value, this.sort(), answer.style) : null;
  });
  protected readonly shown = computed(() =>
    (this.view()?.lines ?? []).filter(({ kind, seller }) => kind !== 'lot' || !this.closed().has(seller)),
  );

  protected sortBy(by: LotMetricId): void {
    this.sort.update((sort) => ({ by, direction: sort.by === by && sort.direction === 'descending' ? 'ascending' : 'descending' }));
  }

  protected toggle(seller: string): void {
    this.closed.update((closed) => {
      const next = new Set(closed);
      if (!next.delete(seller)) next.add(seller);
      return next;
    });
  }

  protected ariaSort(id: LotMetricId): 'ascending' | 'descending' | 'none' {
    const { by, direction } = this.sort();
    return by === id ? direction : 'none';
  }

  protected add(): void {
    const client = this.client();
    if (!client) return;
    this.dialog
      .open<NewLotDialog, unknown, string>(NewLotDialog, { data: { client, today: this.focus.clock()?.today ?? 0 }, width: '520px' })
      .afterClosed()
      .subscribe((lot) => {
        if (lot === undefined) return;
        this.added.next();
        this.focus.refresh();
        this.notices.open(`Lot ${lot} is there. Under Data it can be taken back.`, 'Close', { duration: 6000 });
      });
  }
}

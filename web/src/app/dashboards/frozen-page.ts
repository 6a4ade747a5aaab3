import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import type { Frozen, FrozenDetail } from '@lens/contract';
import { bookOf, type MetricId, Vocabulary } from '@lens/core';
import { combineLatest, map, of, switchMap } from 'rxjs';
import { BesideTrace, type TracedFigure } from '../compare/beside-trace';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { Undo } from '../data/undo';
import { loadState } from '../ui/load-state';
import { momentText } from '../ui/moment-text';
import { NeedClient } from '../ui/need-client';
import { TakenAway } from '../ui/taken-away';
import { FrozenCopies } from './frozen-copies';
import { FrozenTileView } from './frozen-tile';
import { roomOf } from './room';

/** Dashboards as they stood on a day, with the figures of that day. */
@Component({
  selector: 'ul-frozen-page',
  imports: [BesideTrace, FrozenTileView, MatButton, NeedClient, RouterLink, TakenAway],
  templateUrl: './frozen-page.html',
  styleUrl: './frozen-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FrozenPage {
  private readonly api = inject(Api);
  private readonly copies = inject(FrozenCopies);
  private readonly focus = inject(FocusService);
  private readonly notices = inject(MatSnackBar);
  private readonly router = inject(Router);
  private readonly undo = inject(Undo);

  protected readonly client = this.focus.client;
  private readonly id$ = inject(ActivatedRoute).queryParamMap.pipe(map((params) => params.get('copy')));
  protected readonly id = toSignal(this.id$, { initialValue: null });
  protected readonly state = toSignal(toObservable(this.client).pipe(this.copies.follow));
  private readonly all = computed(() => {
    const state = this.state();
    return state?.state === 'ready' ? state.value : { copies: [], removed: [] };
  });
  /** The newest first. */
  protected readonly list = computed(() => this.all().copies.toReversed());
  protected readonly gone = computed(() => this.all().removed.map((copy) => ({ ...copy, text: copy.title })));
  protected readonly opened = toSignal(
    combineLatest([toObservable(this.client), this.id$]).pipe(
      switchMap(([client, id]) =>
        client && id !== null ? loadState(this.api.call('frozenCopy', { params: { client: client.id, id } })) : of(null),
      ),
    ),
  );
  protected readonly copy = computed(() => {
    const opened = this.opened();
    return opened?.state === 'ready' ? opened.value : null;
  });
  /** Traced as it was known on the copy's day. */
  protected readonly traced = linkedSignal<string | null, TracedFigure | null>({ source: this.id, computation: () => null });
  protected readonly roomOf = roomOf;
  protected readonly whenText = (moment: string): string => momentText(moment, { locale: this.client()?.locale ?? 'en-GB' });

  protected trace({ what, picture }: FrozenDetail['tiles'][number], { row, metric }: { row: string; metric: MetricId }): void {
    const copy = this.copy();
    if (!copy || what.kind !== 'picture' || !picture || 'why' in picture) return;
    const { question } = what.asked;
    this.traced.set({
      ...{ row, metric, style: picture.style, book: bookOf(new Vocabulary(...picture.words)) },
      question: { ...question, knownOn: question.knownOn ?? copy.knownOn },
    });
  }

  protected remove(copy: Frozen): void {
    const client = this.client()?.id ?? '';
    this.copies.remove(client, copy).subscribe({
      next: () => {
        void this.router.navigate([], { queryParams: { copy: null }, queryParamsHandling: 'merge' });
        const gone = { ...copy, version: copy.version + 1 };
        this.undo.stored(`“${copy.title}” is taken away.`, () => this.copies.bringBack(client, gone), 'Bring it back');
      },
      error: (problem: ApiError) => this.tell(problem.message),
    });
  }

  protected bringBack(at: number): void {
    const gone = this.all().removed[at];
    if (!gone) return;
    this.copies.bringBack(this.client()?.id ?? '', gone).subscribe({
      next: () => this.tell(`“${gone.title}” is back.`),
      error: (problem: ApiError) => this.tell(problem.message),
    });
  }

  private tell(text: string): void {
    this.notices.open(text, 'Close', { duration: 6000 });
  }
}

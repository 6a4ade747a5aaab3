import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { RouterLink } from '@angular/router';
import type { SentMove, StandingMove } from '@lens/contract';
import { formatNumber, quantity } from '@lens/core';
import { finalize } from 'rxjs';
import type { ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { Person } from '../data/person';
import { NeedClient } from '../ui/need-client';
import { Thumb } from '../ui/thumb';
import { toggled } from '../ui/toggled';
import { moveLists } from './move-view';
import { People } from './people';
import { summedEffectText } from './summed-effect';

/** What was decided, with its evidence as it stood, and the ways to carry it out: to the channels, or by a sheet. */
@Component({
  selector: 'ul-moves-page',
  imports: [MatButton, MatCheckbox, MatIcon, MatMenu, MatMenuItem, MatMenuTrigger, NeedClient, People, RouterLink, Thumb],
  templateUrl: './moves-page.html',
  styleUrl: './moves-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MovesPage {
  private readonly focus = inject(FocusService);
  private readonly service = inject(MovesService);
  private readonly person = inject(Person);
  protected readonly client = this.focus.client;
  protected readonly leads = computed(() => this.service.reply()?.leads ?? []);
  protected readonly lists = computed(() => {
    const client = this.client();
    return client ? moveLists(this.service.reply()?.moves ?? [], client) : [];
  });
  protected readonly summary = computed(() => {
    const accepted = this.service.reply()?.accepted;
    const client = this.client();
    if (!accepted || !client || accepted.moves === 0) return '';
    return `${formatNumber(accepted.moves, 'count', client)} accepted; ${summedEffectText(accepted, client)}${accepted.overlap ? '. Some change the same campaign twice, or an ad of it: together they do less than this sum' : ''}`;
  });
  private readonly toDo = computed(() => this.lists().flatMap(({ isToDo, views }) => (isToDo ? views.map(({ move }) => move) : [])));
  /** All of those that are to be carried out, until some are left out. */
  protected readonly chosen = linkedSignal<ReadonlySet<string>>(() => new Set(this.toDo().map(({ id }) => id)));
  private readonly meant = computed(() => this.toDo().filter(({ id }) => this.chosen().has(id)));
  protected readonly toApprove = computed(() => this.meant().filter(({ approved }) => !approved));
  protected readonly canApprove = computed(() => this.leads().includes(this.person.name()));
  protected readonly sheetKinds = [
    { format: 'txt', label: 'A text to follow' },
    { format: 'xlsx', label: 'A workbook' },
    { format: 'csv', label: 'A table (CSV)' },
  ];
  protected readonly isSending = signal(false);
  /** What became of those that were sent, a line each. */
  protected readonly told = signal<readonly string[]>([]);

  protected readonly many = (moves: readonly unknown[]): string => {
    const client = this.client();
    return client ? quantity(moves.length, 'move', 'moves', client) : '';
  };
  protected readonly sendText = computed(() => `Send ${this.many(this.meant())}`);
  protected readonly approveText = computed(() => `Approve ${this.many(this.toApprove())}`);

  protected choose(id: string, isChosen: boolean): void {
    this.chosen.update((chosen) => toggled(chosen, id, isChosen));
  }

  protected approve(): void {
    const client = this.client();
    if (!client) return;
    const moves = this.toApprove().map(({ id }) => id);
    this.service.approve(client.id, moves).subscribe({ error: this.fail });
  }

  protected send(): void {
    const client = this.client();
    if (!client) return;
    const moves = this.meant();
    this.isSending.set(true);
    this.service
      .send(
        client.id,
        moves.map(({ id }) => id),
      )
      .pipe(finalize(() => this.isSending.set(false)))
      .subscribe({ next: (results) => this.told.set(this.toldOf(moves, results)), error: this.fail });
  }

  protected undo(move: StandingMove): void {
    const client = this.client();
    if (client) this.service.undo(client.id, [move.id]).subscribe({ error: this.fail });
  }

  protected takeBack(move: StandingMove): void {
    const client = this.client();
    if (client) this.service.takeBack(client.id, move.id).subscribe({ error: this.fail });
  }

  /** Whether a channel holds it already, so that only the opposite change takes it back. */
  protected readonly isAtChannel = (move: StandingMove): boolean => move.sent !== null || move.standing?.state === 'done';

  private readonly fail = (error: ApiError): void => this.told.set([error.message]);

  private toldOf(moves: readonly StandingMove[], results: readonly SentMove[]): string[] {
    const names = new Map(moves.map(({ id, entity }) => [id, entity.name]));
    const sent = results.filter(({ outcome }) => outcome === 'sent');
    const lines = results.filter(({ outcome }) => outcome !== 'sent').map(({ id, words }) => `${names.get(id) ?? ''}: ${words}`);
    return [...(sent.length > 0 ? [`${this.many(sent)} sent.`] : []), ...lines];
  }
}

import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { StandingMove } from '@lens/contract';
import { formatNumber, type MoveState, rangeText, type Style } from '@lens/core';
import { outcomesText, settingChangeText } from '@lens/draw';
import { accountStyle, effectText } from '../audit/effect-text';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { NeedClient } from '../ui/need-client';
import { Thumb } from '../ui/thumb';
import { summedEffectText } from './summed-effect';
import { momentText } from '../ui/moment-text';

const TO_DO = 'To be carried out';

/** What was decided, with its evidence as it stood, and the sheet that carries accepted changes out. */
@Component({
  selector: 'ul-moves-page',
  imports: [MatButton, MatIcon, NeedClient, RouterLink, Thumb],
  templateUrl: './moves-page.html',
  styleUrl: './moves-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MovesPage {
  private readonly focus = inject(FocusService);
  private readonly service = inject(MovesService);
  protected readonly client = this.focus.client;
  private readonly views = computed(() => {
    const client = this.client();
    return client ? (this.service.reply()?.moves ?? []).map((move) => moveView(move, client)) : [];
  });
  protected readonly lists = computed(() =>
    [
      { title: TO_DO, views: this.of('waits', 'not told') },
      { title: 'Carried out', views: this.of('done') },
      { title: 'Changed otherwise', views: this.of('changed otherwise') },
      { title: 'Dismissed', views: this.views().filter(({ move }) => move.standing === null) },
    ].filter(({ title, views }) => title === TO_DO || views.length > 0),
  );
  protected readonly summary = computed(() => {
    const accepted = this.service.reply()?.accepted;
    const client = this.client();
    if (!accepted || !client || accepted.moves === 0) return '';
    return `${formatNumber(accepted.moves, 'count', client)} accepted; ${summedEffectText(accepted, client)}${accepted.overlap ? '. Some change an ad and its campaign: together they do less than this sum' : ''}`;
  });

  private of(...states: readonly MoveState[]): MoveView[] {
    return this.views().filter(({ move }) => move.standing !== null && states.includes(move.standing.state));
  }

  protected undo(move: StandingMove): void {
    const client = this.client();
    if (client) this.service.undo(client.id, [move.id]).subscribe();
  }
}

type MoveView = ReturnType<typeof moveView>;

const moveView = (move: StandingMove, style: Style) => ({
  move,
  change: settingChangeText(move.change, accountStyle(move.entity, style)),
  effect: effectText(move.effect, outcomesText(move.outcome), style),
  why: move.evidence.join(' '),
  when: momentText(move.decidedAt, style),
  standing: standingText(move.standing, style),
});

/** What reports say of a move since it was accepted; nothing of one that still waits. */
function standingText(standing: StandingMove['standing'], { locale }: Style): string {
  const since = standing?.since == null ? '' : rangeText({ from: standing.since, to: standing.since }, locale);
  switch (standing?.state) {
    case 'done':
      return `So since ${since}`;
    case 'changed otherwise':
      return `Something else since ${since}`;
    case 'not told':
      return 'No report tells this setting: take it back once it is done';
    default:
      return '';
  }
}

import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import type { Move } from '@lens/contract';
import { formatNumber, type Style } from '@lens/core';
import { outcomesText, settingChangeText } from '@lens/draw';
import { accountStyle, effectText } from '../audit/effect-text';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { NeedClient } from '../ui/need-client';
import { Thumb } from '../ui/thumb';
import { summedEffectText } from './summed-effect';
import { momentText } from '../ui/moment-text';

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
  protected readonly lists = computed(() => [
    { title: 'Accepted', views: this.views().filter(({ move }) => move.decision === 'accepted') },
    { title: 'Dismissed', views: this.views().filter(({ move }) => move.decision === 'dismissed') },
  ]);
  protected readonly summary = computed(() => {
    const accepted = this.service.reply()?.accepted;
    const client = this.client();
    if (!accepted || !client || accepted.moves === 0) return '';
    return `${formatNumber(accepted.moves, 'count', client)} accepted; ${summedEffectText(accepted, client)}${accepted.overlap ? '. Some change an ad and its campaign: together they do less than this sum' : ''}`;
  });

  protected undo(move: Move): void {
    const client = this.client();
    if (client) this.service.undo(client.id, move.id).subscribe();
  }
}

const moveView = (move: Move, style: Style) => ({
  move,
  change: settingChangeText(move.change, accountStyle(move.entity, style)),
  effect: effectText(move.effect, outcomesText(move.outcome), style),
  why: move.evidence.join(' '),
  when: momentText(move.decidedAt, style),
});

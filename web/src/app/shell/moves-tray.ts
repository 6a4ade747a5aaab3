import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { formatNumber } from '@lens/core';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { summedEffectText } from '../moves/summed-effect';

/** Accepted moves at the bottom edge, with what they are expected to do together. */
@Component({
  selector: 'ul-moves-tray',
  imports: [RouterLink],
  template: `
    @if (text(); as line) {
      <aside aria-label="Accepted moves">
        <span>{{ line }}</span>
        <a routerLink="/moves" queryParamsHandling="merge">Open moves</a>
      </aside>
    }
  `,
  styles: `
    aside {
      position: fixed;
      bottom: 0;
      left: 0;
      right: 0;
      z-index: 15;
      display: flex;
      gap: 16px;
      justify-content: center;
      background: var(--sheet);
      border-top: 1px solid var(--line-strong);
      padding: 6px 24px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MovesTray {
  private readonly focus = inject(FocusService);
  private readonly moves = inject(MovesService);

  protected readonly text = computed(() => {
    const accepted = this.moves.reply()?.accepted;
    const client = this.focus.client();
    if (!accepted || !client || accepted.moves === 0) return '';
    const count = formatNumber(accepted.moves, 'count', client);
    return `${count} ${accepted.moves === 1 ? 'move' : 'moves'} accepted for ${client.name}: ${summedEffectText(accepted, client)}`;
  });
}

import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { MetricId } from '@lens/core';
import { Ring } from '../ui/ring';
import { Thumb } from '../ui/thumb';
import type { Card } from '@lens/draw';

/** Members as cards: the picture of an ad, its name, some figures and how it stands to its target. */
@Component({
  selector: 'ul-cards',
  imports: [Ring, Thumb],
  template: `
    <ul>
      @for (card of cards(); track card.key) {
        <li>
          <div class="picture">
            @if (card.picture) {
              <ul-thumb [picture]="card.picture" [height]="112" />
            } @else {
              <span class="words">{{ card.name }}</span>
            }
          </div>
          <p class="title">
            <span class="name" [title]="card.name">{{ card.name }}</span>
            @if (card.target; as held) {
              <ul-ring [met]="held.met" [sureness]="held.sureness" />
            }
          </p>
          <dl>
            @for (each of card.figures; track each.metric) {
              <div>
                <dt>{{ each.label }}</dt>
                <dd>
                  <button type="button" [title]="each.spoken" (click)="traced.emit({ row: card.key, metric: each.metric })">
                    {{ each.text }}
                  </button>
                </dd>
              </div>
            }
          </dl>
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 4px 0;
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
      gap: 14px 20px;
    }
    li {
      border-top: 1px solid var(--line-strong);
      padding-top: 8px;
      min-width: 0;
    }
    .picture {
      height: 112px;
      display: flex;
      align-items: center;
      overflow: hidden;
    }
    /* An ad of words is its words. */
    .words {
      flex: 1;
      align-self: stretch;
      display: flex;
      align-items: center;
      padding: 0 12px;
      background: var(--sheet);
      border: 1px solid var(--line);
      font-size: 15px;
      color: var(--ink-soft);
    }
    .title {
      display: flex;
      justify-content: space-between;
      gap: 8px;
      font-size: 13.5px;
      margin: 6px 0 2px;
      min-height: 24px;
    }
    ul-ring {
      flex: none;
      width: 26px;
      height: 26px;
    }
    .name {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    dl {
      margin: 0;
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 0 14px;
      font-size: 13px;
    }
    dl div {
      display: flex;
      justify-content: space-between;
      gap: 6px;
    }
    dt {
      color: var(--ink-soft);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    dd {
      margin: 0;
    }
    button {
      font: inherit;
      font-feature-settings: var(--figures);
      color: inherit;
      background: none;
      border: 0;
      padding: 0;
      cursor: pointer;
    }
    button:hover {
      text-decoration: underline;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Cards {
  readonly cards = input.required<readonly Card[]>();
  readonly traced = output<{ row: string; metric: MetricId }>();
}

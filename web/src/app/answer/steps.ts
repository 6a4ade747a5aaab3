import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Station } from '@lens/draw';

/** Stations from seen to sold as lying bars, with the rate of each step between them. */
@Component({
  selector: 'ul-steps',
  template: `
    <ol>
      @for (step of stations(); track step.name) {
        <li>
          @if (step.rate; as rate) {
            <span class="rate" [class.more]="step.isMore" [title]="rate.spoken">{{ rate.text }} ↓</span>
          }
          <span class="name">{{ step.name }}</span>
          <span class="bar"><span [style.width.%]="100 * step.width"></span></span>
          <strong [title]="step.spoken">{{ step.text }}</strong>
        </li>
      } @empty {
        <li class="quiet">This set counts nothing on the way.</li>
      }
    </ol>
  `,
  styles: `
    ol {
      list-style: none;
      margin: 0;
      padding: 4px 0;
      max-width: 860px;
    }
    li {
      display: grid;
      grid-template-columns: 90px 150px 1fr 110px;
      gap: 0 12px;
      align-items: center;
      padding: 3px 0;
      font-feature-settings: var(--figures);
    }
    .rate {
      color: var(--ink-soft);
      text-align: right;
      margin-top: -22px;
      font-size: 13px;
    }
    .rate.more {
      color: var(--misses);
    }
    .name {
      grid-column: 2;
    }
    .bar span {
      display: block;
      height: 16px;
      min-width: 1px;
      background: var(--accent);
    }
    strong {
      text-align: right;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Steps {
  readonly stations = input.required<readonly Station[]>();
}

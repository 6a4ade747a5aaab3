import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Bar } from './journeys-view';

/** A few lengths under each other, each with what it is and what it says. */
@Component({
  selector: 'ul-bar-list',
  template: `<ul>
    @for (bar of bars(); track bar.label) {
      <li>
        <span class="label">{{ bar.label }}</span> <span class="bar" [style.width.%]="bar.size * 45"></span>
        <span class="text">{{ bar.text }}</span>
      </li>
    }
  </ul>`,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: flex;
      align-items: center;
      gap: 8px;
      padding: 1px 0;
    }
    .label {
      width: 110px;
      flex: none;
    }
    .bar {
      height: 9px;
      min-width: 1px;
      background: var(--accent);
      opacity: 0.75;
    }
    .text {
      color: var(--ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BarList {
  readonly bars = input.required<readonly Bar[]>();
}

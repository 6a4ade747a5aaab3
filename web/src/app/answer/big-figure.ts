import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Metric, MetricId } from '@lens/core';
import { type Answered, bigFigure } from '@lens/draw';

/** One figure in all, with how it changed; its trend stands beside it. */
@Component({
  selector: 'ul-big-figure',
  template: `
    @if (told(); as figure) {
      <button type="button" [title]="figure.spoken" (click)="traced.emit({ row: figure.row, metric: metric().id })">
        {{ figure.text }}
      </button>
      <p>
        {{ figure.label }}
        @if (figure.change) {
          <span>{{ figure.change }}</span>
        }
      </p>
    }
    <div class="trend"><ng-content /></div>
  `,
  styles: `
    :host {
      display: block;
    }
    button {
      font: inherit;
      font-size: 40px;
      line-height: 1.2;
      font-feature-settings: var(--figures);
      color: inherit;
      background: none;
      border: 0;
      padding: 0;
      text-align: left;
      cursor: pointer;
    }
    p {
      margin: 0 0 6px;
      color: var(--ink-soft);
    }
    .trend {
      max-width: 640px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BigFigure {
  readonly answered = input.required<Answered>();
  readonly metric = input.required<Metric>();
  readonly traced = output<{ row: string; metric: MetricId }>();

  protected readonly told = computed(() => bigFigure(this.answered(), this.metric()));
}

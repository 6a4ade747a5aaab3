import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { changeText, figureText, type Metric, type MetricId, unpackFigures } from '@lens/core';
import { type Answered, wholeRow } from '@lens/draw';

/** One figure in all, with how it changed; its trend stands beside it. */
@Component({
  selector: 'ul-big-figure',
  template: `
    @if (told(); as figure) {
      <button type="button" [title]="figure.spoken" (click)="traced.emit({ row: figure.row, metric: metric().id })">
        {{ figure.text }}
      </button>
      <p>
        {{ metric().label }}{{ figure.isMatched ? ', matched to campaigns' : '' }}
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
      max-width: 460px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BigFigure {
  readonly answered = input.required<Answered>();
  readonly metric = input.required<Metric>();
  readonly traced = output<{ row: string; metric: MetricId }>();

  protected readonly told = computed(() => {
    const { table, style } = this.answered();
    const row = wholeRow(this.answered());
    const at = row ? table.rows.indexOf(row) : -1;
    const column = table.columns[table.metrics.indexOf(this.metric().id)];
    const now = column && unpackFigures(column.now)[at];
    if (!row || !now) return null;
    const change = column.change && unpackFigures(column.change)[at];
    return {
      row: row.key,
      isMatched: row.kind === 'matched',
      ...figureText(now, this.metric().unit, style),
      change: change?.kind === 'value' ? changeText(change, style).spoken : '',
    };
  });
}

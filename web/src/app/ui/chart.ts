import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { type Behind, type Drawn, register, THEMES } from '@lens/draw';
import { Chart, type ChartConfiguration } from 'chart.js';
import { Dark } from './dark';

register(Chart);

/** What of a picture was chosen: which of its lines or bars, and where along it. */
export interface Picked {
  readonly dataset: number;
  readonly index: number;
}

/** A picture drawn by Chart.js, behind one small door. */
@Component({
  selector: 'ul-chart',
  template: `
    <canvas #canvas role="img" [attr.aria-label]="summary()"></canvas>
    @if (behind(); as told) {
      <div class="cdk-visually-hidden">
        <table>
          <caption>
            {{
              summary()
            }}
          </caption>
          <thead>
            <tr>
              @for (head of told.heads; track $index) {
                <th scope="col">{{ head }}</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of told.rows; track $index) {
              <tr>
                @for (cell of row; track $index) {
                  @if ($first) {
                    <th scope="row">{{ cell }}</th>
                  } @else {
                    <td>{{ cell }}</td>
                  }
                }
              </tr>
            }
          </tbody>
        </table>
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      position: relative;
    }
  `,
  host: { '[style.height.px]': 'height()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChartPicture {
  readonly drawn = input.required<Drawn>();
  readonly summary = input.required<string>();
  /** What stands behind it for whoever does not see it; null where that stands beside it anyway. */
  readonly behind = input<Behind | null>(null);
  readonly height = input(168);
  readonly picked = output<Picked>();
  private readonly dark = inject(Dark);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private chart: Chart | undefined;

  constructor() {
    afterRenderEffect(() => this.draw());
    inject(DestroyRef).onDestroy(() => this.chart?.destroy());
  }

  private draw(): void {
    const config = this.drawn()(THEMES[this.dark.isDark() ? 'dark' : 'light']) as ChartConfiguration;
    this.chart?.destroy();
    this.chart = new Chart(this.canvas().nativeElement, {
      ...config,
      options: {
        ...config.options,
        onClick: (_, [first]) => {
          if (first) this.picked.emit({ dataset: first.datasetIndex, index: first.index });
        },
      },
    });
  }
}

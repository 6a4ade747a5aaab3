import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { curveShape, type CurveTold } from '@lens/draw';

const [WIDTH, HEIGHT] = [150, 52];

/** How a campaign answers to its budget, with its weeks as they were, today (open) and the plan (filled) on it. */
@Component({
  selector: 'ul-response-curve',
  template: `
    @if (shape(); as curve) {
      <svg
        [attr.viewBox]="'0 0 ' + width + ' ' + height"
        [attr.width]="width"
        [attr.height]="height"
        role="img"
        [attr.aria-label]="label()"
      >
        <path class="band" [attr.d]="curve.band" />
        @for (week of curve.weeks; track $index) {
          <circle class="week" [attr.cx]="week.x" [attr.cy]="week.y" r="1.6" />
        }
        <path class="line" [attr.d]="curve.line" />
        <circle class="now" [attr.cx]="curve.now.x" [attr.cy]="curve.now.y" r="4" />
        <circle class="planned" [attr.cx]="curve.planned.x" [attr.cy]="curve.planned.y" r="3" />
      </svg>
    }
  `,
  styles: `
    svg {
      display: block;
    }
    .band {
      fill: var(--line);
      opacity: 0.6;
    }
    .line {
      fill: none;
      stroke: var(--ink-soft);
      stroke-width: 1.4;
    }
    .week {
      fill: var(--ink-quiet);
      opacity: 0.55;
    }
    .now {
      fill: var(--paper);
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .planned {
      fill: var(--accent);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ResponseCurve {
  readonly told = input.required<CurveTold>();
  readonly label = input.required<string>();
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly shape = computed(() => curveShape(this.told(), WIDTH, HEIGHT));
}

import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

export interface StripRun {
  /** Names the look: a class of this component. */
  readonly look: string;
  /** Places from the first day, both included. */
  readonly from: number;
  readonly to: number;
}

/** Days as a strip: a bar where something is, lower or hatched where less is. Told in words by its label. */
@Component({
  selector: 'ul-day-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg [attr.viewBox]="'0 0 ' + length() + ' 12'" preserveAspectRatio="none" role="img" [attr.aria-label]="label()">
    <title>{{ label() }}</title>
    @for (bar of bars(); track bar.from) {
      <rect [class]="bar.look" [attr.x]="bar.from" [attr.y]="bar.top" [attr.width]="bar.width" [attr.height]="12 - bar.top" />
    }
  </svg>`,
  styles: `
    svg {
      display: block;
      width: 100%;
      min-width: 120px;
      height: 14px;
      border-bottom: 1px solid var(--line-strong);
    }
    .arrived,
    .restated {
      fill: var(--ink-soft);
    }
    .restated {
      fill: var(--ink);
    }
    .nothing {
      fill: var(--line-strong);
    }
    .open {
      fill: var(--accent);
    }
    .in-conflict,
    .missing {
      fill: var(--danger);
    }
  `,
})
export class DayStrip {
  readonly runs = input.required<readonly StripRun[]>();
  readonly length = input.required<number>();
  readonly label = input.required<string>();

  /** High for rows, highest where a later import changed them or another report contradicts them, flat where a covered day has none or a day is missing. */
  protected readonly bars = computed(() =>
    this.runs()
      .filter(({ look }) => look in TOP)
      .map(({ look, from, to }) => ({ look, from, width: to - from + 1, top: TOP[look] ?? 0 })),
  );
}

const TOP: Readonly<Record<string, number>> = { arrived: 3, restated: 0, 'in-conflict': 0, nothing: 10, open: 6, missing: 9 };

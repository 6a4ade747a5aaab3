import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type WeekHours, WEEKDAYS } from '@lens/core';

const [WIDTH, ROW] = [144, 7];
const HOURS = 24;

/** The hours of a week in which something runs, a line a weekday; none said are all of them. */
@Component({
  selector: 'ul-week-hours',
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" [attr.width]="width" [attr.height]="height" role="img" [attr.aria-label]="label()">
      @for (day of days; track day) {
        <rect class="all" x="0" [attr.y]="day * row" [attr.width]="width" [attr.height]="row - 2" />
      }
      @for (bar of bars(); track $index) {
        <rect class="runs" [attr.x]="bar.x" [attr.y]="bar.y" [attr.width]="bar.width" [attr.height]="row - 2" />
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
    }
    .all {
      fill: var(--line);
    }
    .runs {
      fill: var(--accent);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WeekHoursPicture {
  readonly hours = input.required<readonly WeekHours[]>();
  readonly label = input.required<string>();
  protected readonly width = WIDTH;
  protected readonly row = ROW;
  protected readonly height = ROW * WEEKDAYS.length;
  protected readonly days = WEEKDAYS.map((_, day) => day);
  protected readonly bars = computed(() => {
    const hours = this.hours();
    const all = hours.length > 0 ? hours : [{ weekdays: this.days, opens: 0, closes: HOURS }];
    return all.flatMap(({ weekdays, opens, closes }) =>
      weekdays.map((day) => ({ x: (opens * WIDTH) / HOURS, y: day * ROW, width: ((closes - opens) * WIDTH) / HOURS })),
    );
  });
}

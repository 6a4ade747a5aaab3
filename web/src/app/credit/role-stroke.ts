import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A stroke of three parts, each as thick as it is large: how much a member starts, carries and finishes. */
@Component({
  selector: 'ul-role-stroke',
  template: `<svg viewBox="0 0 66 24" role="img" [attr.aria-label]="spoken()">
    <title>{{ spoken() }}</title>
    @for (share of shares(); track $index; let at = $index) {
      <rect [attr.x]="at * 22 + 1" [attr.y]="12 - thickness(share) / 2" width="20" [attr.height]="thickness(share)" />
    }
  </svg>`,
  styles: `
    svg {
      width: 66px;
      height: 24px;
      display: block;
    }
    rect {
      fill: var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoleStroke {
  /** From 0 to 1. */
  readonly shares = input.required<readonly number[]>();
  /** The largest share of any row, which is drawn as thick as there is room. */
  readonly most = input.required<number>();
  readonly spoken = input.required<string>();

  protected thickness(share: number): number {
    return Math.max(1, (22 * share) / Math.max(this.most(), 0.01));
  }
}

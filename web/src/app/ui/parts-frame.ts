import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatTabLink, MatTabNav, MatTabNavPanel } from '@angular/material/tabs';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';

/** A section of several screens: one tab each, the open screen below. */
@Component({
  selector: 'ul-parts-frame',
  imports: [MatTabLink, MatTabNav, MatTabNavPanel, RouterLink, RouterLinkActive, RouterOutlet],
  template: `
    <nav mat-tab-nav-bar disableRipple [attr.aria-label]="label()" [mat-stretch-tabs]="false" [tabPanel]="panel">
      @for (each of parts(); track each.path) {
        <a
          mat-tab-link
          [routerLink]="each.path"
          queryParamsHandling="preserve"
          routerLinkActive
          #link="routerLinkActive"
          [active]="link.isActive"
          [routerLinkActiveOptions]="{ exact: true, queryParams: 'ignored', paths: 'exact', fragment: 'ignored', matrixParams: 'ignored' }"
          >{{ each.label }}</a
        >
      }
    </nav>
    <mat-tab-nav-panel #panel><router-outlet /></mat-tab-nav-panel>
  `,
  styles: `
    nav {
      padding: 8px 24px 0;
      max-width: 1880px;
      margin: 0 auto;
    }
    a {
      min-width: 0;
      padding: 0 2px;
      margin-right: 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartsFrame {
  readonly label = input.required<string>();
  readonly parts = input.required<readonly { readonly path: string; readonly label: string }[]>();
}

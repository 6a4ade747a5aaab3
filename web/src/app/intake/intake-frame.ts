import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatTabLink, MatTabNav, MatTabNavPanel } from '@angular/material/tabs';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';

/** The parts of Intake: what came in, and how it is to be understood. */
@Component({
  selector: 'ul-intake-frame',
  imports: [MatTabLink, MatTabNav, MatTabNavPanel, RouterLink, RouterLinkActive, RouterOutlet],
  template: `
    <nav mat-tab-nav-bar disableRipple aria-label="Parts of Intake" [mat-stretch-tabs]="false" [tabPanel]="panel">
      @for (each of parts; track each.path) {
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
export class IntakeFrame {
  protected readonly parts = [
    { path: '/intake', label: 'Data' },
    { path: '/intake/words', label: 'Words' },
    { path: '/intake/names', label: 'Names' },
    { path: '/intake/groups', label: 'Groups' },
    { path: '/intake/matching', label: 'Matching' },
    { path: '/intake/sources', label: 'Sources' },
    { path: '/intake/lots', label: 'Lots' },
    { path: '/intake/changes', label: 'Changes' },
  ];
}

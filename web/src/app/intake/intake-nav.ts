import { Component } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The parts of Intake: what came in, and how it is to be understood. */
@Component({
  selector: 'ul-intake-nav',
  imports: [RouterLink, RouterLinkActive],
  template: `<nav aria-label="Parts of Intake">
    @for (each of parts; track each.path) {
      <a
        [routerLink]="each.path"
        queryParamsHandling="preserve"
        routerLinkActive="here"
        [routerLinkActiveOptions]="{ exact: true, queryParams: 'ignored', paths: 'exact', fragment: 'ignored', matrixParams: 'ignored' }"
        ariaCurrentWhenActive="page"
        >{{ each.label }}</a
      >
    }
  </nav>`,
  styles: `
    nav {
      display: flex;
      gap: 20px;
      margin: -4px 0 10px;
    }
    a {
      color: var(--ink-soft);
      text-decoration: none;
      padding: 2px 0;
      border-bottom: 2px solid transparent;
    }
    a:hover {
      color: var(--accent);
    }
    a.here {
      color: var(--ink);
      font-weight: 600;
      border-bottom-color: var(--accent);
    }
  `,
})
export class IntakeNav {
  protected readonly parts = [
    { path: '/intake', label: 'Data' },
    { path: '/intake/words', label: 'Words' },
    { path: '/intake/names', label: 'Names' },
    { path: '/intake/matching', label: 'Matching' },
    { path: '/intake/sources', label: 'Sources' },
    { path: '/intake/lots', label: 'Lots' },
  ];
}

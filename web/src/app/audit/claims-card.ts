import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ClaimsView } from './claims-view';

/** What is wrong with a channel's claims: what, since when, and what to see to. */
@Component({
  selector: 'ul-claims-card',
  imports: [RouterLink],
  template: `
    <article [attr.aria-label]="view().finding.name + ' ' + view().fact">
      <div class="who">
        <h3>{{ view().finding.name }}</h3>
        <p class="quiet small">Channel · its claims</p>
      </div>
      <div class="fact">
        <p>
          <strong>{{ view().finding.name }} {{ view().fact }}.</strong>
        </p>
        @if (view().since) {
          <p>{{ view().since }}</p>
        }
        <p class="quiet small">{{ view().evidence }}</p>
      </div>
      <div class="move">
        <p>{{ view().advice }}</p>
        <p class="small">
          <a routerLink="/attribution" [queryParams]="{ tab: 'claims', show: view().show }" queryParamsHandling="merge">Order by order</a>
        </p>
      </div>
    </article>
  `,
  styleUrl: './finding-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ClaimsCard {
  readonly view = input.required<ClaimsView>();
}

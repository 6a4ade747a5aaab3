import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { SaidView } from './said-view';

/** What people said of a finding, whether it is new, and the way to say more. */
@Component({
  selector: 'ul-finding-foot',
  imports: [MatButton],
  template: `
    @if (said().isNew) {
      <span class="new">New since {{ said().comparedWith }}</span>
    }
    @for (line of said().lines; track line) {
      <span>{{ line }}</span>
    }
    <button mat-button type="button" [attr.aria-label]="'Set aside, hand on or note: ' + name()" (click)="asked.emit()">
      {{ said().state ? 'Change' : 'Set aside, hand on or note' }}
    </button>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 2px 14px;
      padding: 0 4px;
      border-bottom: 1px solid var(--line);
      font-size: 13px;
    }
    .new {
      font-weight: 600;
    }
    button {
      margin-left: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingFoot {
  readonly said = input.required<SaidView>();
  readonly name = input.required<string>();
  readonly asked = output();
}

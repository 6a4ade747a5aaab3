import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { RehearsalReply } from '@lens/contract';
import type { Style } from '@lens/core';
import { rehearsalView } from './rehearsal-view';

/** Rows that are shown before somebody asks for all. */
const MOST_SHOWN = 8;

/** What a rule would have proposed in the last weeks, and what came after. */
@Component({
  selector: 'ul-rehearsal',
  imports: [MatButton],
  template: `
    <p class="verdict" [class]="view().tone" role="status">{{ view().verdict }}.</p>
    @for (line of view().lines; track $index) {
      <p>{{ line }}</p>
    }
    @if (view().rows.length > 0) {
      <table class="plain">
        <caption class="cdk-visually-hidden">
          What it would have proposed
        </caption>
        <thead>
          <tr>
            <th scope="col">Proposed</th>
            <th scope="col">For</th>
            <th scope="col">It saw</th>
            <th scope="col">What came after</th>
            <th scope="col" class="number">Saved less lost</th>
          </tr>
        </thead>
        <tbody>
          @for (row of shown(); track row.key) {
            <tr>
              <td>{{ row.on }}</td>
              <th scope="row">
                <strong>{{ row.name }}</strong>
                <div class="quiet">{{ row.where }}</div>
              </th>
              <td>{{ row.saw }}</td>
              <td>{{ row.after }}</td>
              <td class="number">{{ row.gain }}</td>
            </tr>
          }
        </tbody>
      </table>
      @if (view().rows.length > most) {
        <button mat-button type="button" [attr.aria-expanded]="isWhole()" (click)="isWhole.set(!isWhole())">
          {{ isWhole() ? 'Show fewer' : 'Show all ' + view().rows.length }}
        </button>
      }
    }
  `,
  styles: `
    p {
      margin: 4px 0;
    }
    .verdict {
      font-weight: 600;
    }
    .good {
      color: var(--beats);
    }
    .bad {
      color: var(--misses);
    }
    th[scope='row'] {
      font-weight: 400;
      color: var(--ink);
    }
    th .quiet {
      margin-left: 0;
    }
    .number {
      text-align: right;
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Rehearsal {
  readonly reply = input.required<RehearsalReply>();
  /** What the rule looks at: “sub-source”. */
  readonly of = input.required<string>();
  readonly style = input.required<Style>();
  protected readonly most = MOST_SHOWN;
  protected readonly isWhole = signal(false);
  protected readonly view = computed(() => rehearsalView(this.reply(), this.of(), this.style()));
  protected readonly shown = computed(() => (this.isWhole() ? this.view().rows : this.view().rows.slice(0, MOST_SHOWN)));
}

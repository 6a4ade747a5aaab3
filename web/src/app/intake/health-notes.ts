import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ClientDetail, WireHealthNote } from '@lens/contract';
import { noteView } from './health-view';

/** What to know before trusting a client's data, the serious first. */
@Component({
  selector: 'ul-health-notes',
  template: `@if (notes().length > 0) {
    <section aria-labelledby="health-title">
      <h2 id="health-title">What to know before trusting the numbers</h2>
      <ul>
        @for (note of notes(); track $index) {
          <li [class.serious]="note.serious">
            <strong>{{ note.title }}</strong>
            <span>{{ note.worth }}</span>
            <span class="quiet">{{ note.todo }}</span>
          </li>
        }
      </ul>
    </section>
  }`,
  styles: `
    ul {
      list-style: none;
      margin: 0 0 18px;
      padding: 0;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 5fr) minmax(0, 6fr) minmax(0, 4fr);
      gap: 4px 24px;
      padding: 6px 0 6px 12px;
      border-bottom: 1px solid var(--line);
      border-left: 3px solid transparent;
    }
    li strong {
      font-weight: 450;
    }
    li.serious {
      border-left-color: var(--danger);
    }
    li.serious strong {
      font-weight: 650;
    }
    @media (max-width: 760px) {
      li {
        grid-template-columns: 1fr;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HealthNotes {
  readonly known = input.required<readonly WireHealthNote[]>();
  readonly client = input.required<ClientDetail>();
  protected readonly notes = computed(() => this.known().map((note) => noteView(note, this.client())));
}

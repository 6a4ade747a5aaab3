import { Component, input, output } from '@angular/core';

export interface Choice<T> {
  readonly value: T;
  readonly label: string;
  readonly note?: string;
}

/** A short list of which one is chosen; used in the panels of sentences. */
@Component({
  selector: 'ul-choices',
  template: `
    <ul role="listbox" [attr.aria-label]="label()">
      @for (choice of choices(); track choice.label) {
        <li role="presentation">
          <button type="button" role="option" [attr.aria-selected]="choice.value === value()" (click)="chosen.emit(choice.value)">
            <span class="name">{{ choice.label }}</span>
            @if (choice.note) {
              <span class="note">{{ choice.note }}</span>
            }
          </button>
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: contents;
    }
    button {
      display: block;
      width: 100%;
      text-align: left;
      font: inherit;
      color: inherit;
      background: none;
      border: 0;
      border-left: 3px solid transparent;
      padding: 5px 8px;
      cursor: pointer;
    }
    button:hover {
      background: var(--accent-paper);
    }
    button[aria-selected='true'] {
      border-left-color: var(--accent);
      font-weight: 600;
    }
    .note {
      display: block;
      font-size: 13px;
      font-weight: 400;
      color: var(--ink-quiet);
    }
  `,
})
export class Choices<T> {
  readonly label = input.required<string>();
  readonly choices = input.required<readonly Choice<T>[]>();
  readonly value = input.required<T | null>();
  readonly chosen = output<T>();
}

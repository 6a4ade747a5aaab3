import { CdkListbox, CdkOption } from '@angular/cdk/listbox';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

export interface Choice<T> {
  readonly value: T;
  readonly label: string;
  readonly note?: string;
}

/** Choices by what each is called. */
export const choicesOf = <T extends string>(labels: Readonly<Record<T, string>>): Choice<T>[] =>
  (Object.entries(labels) as [T, string][]).map(([value, label]) => ({ value, label }));

/** Choices of things that have a name. */
export const namedChoices = (things: readonly { readonly id: string; readonly name: string }[]): Choice<string>[] =>
  things.map(({ id: value, name: label }) => ({ value, label }));

/** A short list of which one is chosen; used in the panels of sentences. */
@Component({
  selector: 'ul-choices',
  imports: [CdkListbox, CdkOption],
  template: `
    <ul
      cdkListbox
      [cdkListboxValue]="marked()"
      [attr.aria-label]="label()"
      (cdkListboxValueChange)="pick($event.option?.value ?? $event.value[0])"
    >
      @for (choice of choices(); track choice.label) {
        <li [cdkOption]="choice.value" [cdkOptionTypeaheadLabel]="choice.label">
          {{ choice.label }}
          @if (choice.note) {
            <span class="note">{{ choice.note }}</span>
          }
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
      border-left: 3px solid transparent;
      padding: 5px 8px;
      cursor: pointer;
    }
    li:hover,
    li.cdk-option-active {
      background: var(--accent-paper);
    }
    li[aria-selected='true'] {
      border-left-color: var(--accent);
      font-weight: 600;
    }
    .note {
      display: block;
      font-size: 13px;
      font-weight: 400;
      color: var(--ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Choices<T> {
  readonly label = input.required<string>();
  readonly choices = input.required<readonly Choice<T>[]>();
  readonly value = input.required<T | null>();
  readonly chosen = output<T>();

  protected readonly marked = computed(() => {
    const value = this.value();
    return value === null || this.choices().every((choice) => choice.value !== value) ? [] : [value];
  });

  /** Picking the one that is chosen takes it again. */
  protected pick(picked: T | undefined): void {
    if (picked !== undefined) this.chosen.emit(picked);
  }
}

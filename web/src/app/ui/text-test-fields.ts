import { Component, input, output } from '@angular/core';
import { needsValue, TEXT_TESTS, type TextTest, type TextTestName } from '@lens/core';

/** A test of a text: how, and against what. */
@Component({
  selector: 'ul-text-test-fields',
  template: `
    <select class="box" [attr.aria-label]="'Test of ' + label()" (change)="setTest($any($event.target).value)">
      @for (test of tests; track test) {
        <option [value]="test" [selected]="test === value().test">{{ test }}</option>
      }
    </select>
    @if (needsValue(value().test)) {
      <input
        class="box"
        [attr.aria-label]="'Text of ' + label()"
        [value]="value().value"
        (change)="changed.emit({ test: value().test, value: $any($event.target).value })"
      />
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 8px;
    }
    input {
      width: var(--text-width, 200px);
    }
  `,
})
export class TextTestFields {
  readonly value = input.required<TextTest>();
  /** What is tested, for those who do not see it. */
  readonly label = input.required<string>();
  readonly changed = output<TextTest>();

  protected readonly tests = TEXT_TESTS;
  protected readonly needsValue = needsValue;

  protected setTest(test: TextTestName): void {
    this.changed.emit({ test, value: this.value().value });
  }
}

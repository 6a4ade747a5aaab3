import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { needsValue, TEXT_TESTS, type TextTest, type TextTestName } from '@lens/core';
import { PickField, plainChoices } from './pick-field';

/** A test of a text: how, and against what. */
@Component({
  selector: 'ul-text-test-fields',
  imports: [MatFormField, MatInput, PickField],
  template: `
    <ul-pick-field bare [label]="'Test of ' + label()" [choices]="tests" [value]="value().test" (chosen)="setTest($event)" />
    @if (needsValue(value().test)) {
      <mat-form-field class="bare text">
        <input
          #text
          matInput
          [attr.aria-label]="'Text of ' + label()"
          [value]="value().value"
          (change)="changed.emit({ test: value().test, value: text.value })"
        />
      </mat-form-field>
    }
  `,
  styles: `
    :host {
      display: inline-flex;
      gap: 8px;
    }
    .text {
      --field-width: var(--text-width, 200px);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TextTestFields {
  readonly value = input.required<TextTest>();
  /** What is tested, for those who do not see it. */
  readonly label = input.required<string>();
  readonly changed = output<TextTest>();

  protected readonly tests = plainChoices(TEXT_TESTS);
  protected readonly needsValue = needsValue;

  protected setTest(test: TextTestName): void {
    this.changed.emit({ test, value: this.value().value });
  }
}

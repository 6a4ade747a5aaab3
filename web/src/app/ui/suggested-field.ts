import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { MatAutocomplete, MatAutocompleteTrigger, MatOption } from '@angular/material/autocomplete';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Field } from './field';

/** A text of any kind, with what is known already to choose from. */
@Component({
  selector: 'ul-suggested-field',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatFormField, MatInput, MatLabel, MatOption],
  template: `
    <mat-form-field [class.bare]="bare()">
      @if (!bare()) {
        <mat-label>{{ label() }}</mat-label>
      }
      <input
        #box
        matInput
        autocomplete="off"
        [attr.aria-label]="heard()"
        [placeholder]="placeholder()"
        [value]="current() ?? ''"
        [disabled]="closed()"
        [matAutocomplete]="list"
        (input)="written.set(box.value)"
        (change)="choose(box.value.trim())"
        (blur)="touch()"
      />
      <mat-autocomplete #list panelWidth="" (optionSelected)="choose($event.option.value)" (closed)="written.set('')">
        @for (each of fitting(); track each) {
          <mat-option [value]="each">{{ each }}</mat-option>
        }
      </mat-autocomplete>
    </mat-form-field>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SuggestedField extends Field<string> {
  readonly suggestions = input.required<readonly string[]>();
  readonly placeholder = input('');
  protected readonly written = signal('');
  protected readonly fitting = computed(() => {
    const written = this.written().trim().toLocaleLowerCase();
    return this.suggestions().filter((each) => each.toLocaleLowerCase().includes(written));
  });
}

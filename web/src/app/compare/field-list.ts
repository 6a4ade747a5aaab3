import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { type Choice, Choices } from '../ui/choices';

/** What is called just so comes first, then what begins so, then what has it anywhere. */
function nearness(label: string, sought: string): number {
  const name = label.toLocaleLowerCase();
  return name === sought ? 0 : name.startsWith(sought) ? 1 : 2;
}

/** Fields or metrics of a client, found by writing a part of a name: Enter takes the first. */
@Component({
  selector: 'ul-field-list',
  imports: [Choices, MatFormField, MatInput],
  template: `
    <mat-form-field class="bare">
      <input
        #sought
        matInput
        type="search"
        autocomplete="off"
        placeholder="find one"
        [attr.aria-label]="'Find one: ' + label()"
        (input)="text.set(sought.value)"
        (keydown.enter)="takeFirst()"
      />
    </mat-form-field>
    <div class="found">
      <ul-choices [label]="label()" [choices]="found()" [value]="value()" (chosen)="chosen.emit($event)" />
      @if (found().length === 0) {
        <p class="quiet">Nothing has “{{ text() }}” in its name.</p>
      }
    </div>
  `,
  styles: `
    .bare {
      --field-width: 100%;
    }
    .found {
      max-height: 320px;
      overflow-y: auto;
      min-width: 240px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FieldList {
  readonly label = input.required<string>();
  readonly fields = input.required<readonly Choice<string>[]>();
  readonly value = input<string | null>(null);
  readonly chosen = output<string>();

  protected readonly text = signal('');
  protected readonly found = computed(() => {
    const sought = this.text().trim().toLocaleLowerCase();
    const found = this.fields().filter(({ label, note = '' }) => `${label} ${note}`.toLocaleLowerCase().includes(sought));
    return sought === '' ? found : found.sort((a, b) => nearness(a.label, sought) - nearness(b.label, sought));
  });

  protected takeFirst(): void {
    const [first] = this.found();
    if (first && this.text().trim() !== '') this.chosen.emit(first.value);
  }
}

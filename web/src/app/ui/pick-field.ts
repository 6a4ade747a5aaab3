import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import type { Choice } from './choices';
import { Field } from './field';

/** One of a few choices; closed while there are none, since it would not open. */
@Component({
  selector: 'ul-pick-field',
  imports: [MatFormField, MatLabel, MatOption, MatSelect],
  template: `
    <mat-form-field [class.bare]="bare()" [class.asked]="asked()">
      @if (!bare()) {
        <mat-label>{{ label() }}</mat-label>
      }
      <mat-select
        panelWidth=""
        [aria-label]="heard() ?? ''"
        [placeholder]="placeholder()"
        [value]="current()"
        [disabled]="closed() || choices().length === 0"
        (selectionChange)="choose($event.value)"
        (closed)="touch()"
      >
        @for (choice of choices(); track choice.value) {
          <mat-option [value]="choice.value">{{ choice.label }}</mat-option>
        }
      </mat-select>
    </mat-form-field>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PickField<T> extends Field<T> {
  readonly choices = input.required<readonly Choice<T>[]>();
  readonly placeholder = input('');
  /** Marked as one to look at: what stands there was guessed. */
  readonly asked = input(false);
}

/** Choices that are called what they are. */
export const plainChoices = <T extends string>(values: readonly T[]): Choice<T>[] => values.map((value) => ({ value, label: value }));

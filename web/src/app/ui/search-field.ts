import { ChangeDetectionStrategy, Component, computed, type ElementRef, input, signal, viewChild } from '@angular/core';
import {
  MatAutocomplete,
  type MatAutocompleteSelectedEvent,
  MatAutocompleteTrigger,
  MatOptgroup,
  MatOption,
} from '@angular/material/autocomplete';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { Choice } from './choices';
import { Field } from './field';

export interface ChoiceGroup<T> {
  readonly label: string;
  readonly choices: readonly Choice<T>[];
}

/** One of many choices in groups, found by writing a part of its name. */
@Component({
  selector: 'ul-search-field',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatFormField, MatInput, MatLabel, MatOptgroup, MatOption],
  template: `
    <mat-form-field class="search" [class.bare]="bare()">
      @if (!bare()) {
        <mat-label>{{ label() }}</mat-label>
      }
      <input
        #box
        matInput
        autocomplete="off"
        [value]="name()"
        [disabled]="closed()"
        [attr.aria-label]="heard()"
        [matAutocomplete]="list"
        (focus)="begin()"
        (input)="sought.set(box.value)"
      />
      <mat-autocomplete #list panelWidth="" [displayWith]="nameOf" (optionSelected)="picked($event)" (closed)="rest()">
        @for (group of found(); track group.label) {
          @if (group.label === '') {
            @for (choice of group.choices; track choice.value) {
              <mat-option [value]="choice.value">{{ choice.label }}</mat-option>
            }
          } @else {
            <mat-optgroup [label]="group.label">
              @for (choice of group.choices; track choice.value) {
                <mat-option [value]="choice.value">{{ choice.label }}</mat-option>
              }
            </mat-optgroup>
          }
        }
      </mat-autocomplete>
    </mat-form-field>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SearchField<T> extends Field<T> {
  readonly groups = input.required<readonly ChoiceGroup<T>[]>();

  /** What is sought; null while nobody looks, so that a hundred fields hold no choices. */
  protected readonly sought = signal<string | null>(null);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  protected readonly name = computed(() => this.nameOf(this.current()));
  protected readonly found = computed((): readonly ChoiceGroup<T>[] => {
    const sought = this.sought()?.trim().toLocaleLowerCase();
    if (sought === undefined) return [];
    return this.groups()
      .map(({ label, choices }) => ({ label, choices: choices.filter((each) => each.label.toLocaleLowerCase().includes(sought)) }))
      .filter(({ choices }) => choices.length > 0);
  });
  protected readonly nameOf = (value: T | null): string =>
    this.groups()
      .flatMap(({ choices }) => choices)
      .find((choice) => choice.value === value)?.label ?? '';

  protected begin(): void {
    this.sought.set('');
    this.box().nativeElement.select();
  }

  protected picked({ option }: MatAutocompleteSelectedEvent): void {
    this.chosen.emit(option.value as T);
  }

  /** What was written without a choice is not kept. */
  protected rest(): void {
    this.touch();
    this.sought.set(null);
    this.box().nativeElement.value = this.name();
  }
}

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
        #trigger="matAutocompleteTrigger"
        matInput
        autocomplete="off"
        [value]="name()"
        [disabled]="closed()"
        [attr.aria-label]="heard()"
        [matAutocomplete]="list"
        (focus)="begin()"
        (click)="begin()"
        (keydown.arrowdown)="begin()"
        (input)="sought.set(box.value)"
        (blur)="leave(trigger.panelOpen)"
      />
      <mat-autocomplete #list panelWidth="" [displayWith]="nameOf" (optionSelected)="picked($event)" (closed)="shut()">
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

  /** Shows all choices, also to who has just chosen and looks again. */
  protected begin(): void {
    if (this.sought() !== null) return;
    this.sought.set('');
    this.box().nativeElement.select();
  }

  protected picked({ option }: MatAutocompleteSelectedEvent): void {
    const value = option.value as T;
    if (this.isInForm) this.choose(value);
    else this.chosen.emit(value);
    this.rest();
  }

  /** Whoever leaves for the list itself chooses from it. */
  protected leave(isOpen: boolean): void {
    if (!isOpen || this.found().length === 0) this.rest();
  }

  /** The list is shut while who is in the field still writes, and after it was left by choosing elsewhere. */
  protected shut(): void {
    const box = this.box().nativeElement;
    if (box !== box.ownerDocument.activeElement) this.rest();
  }

  /** What was written without a choice is not kept. */
  private rest(): void {
    this.touch();
    this.sought.set(null);
    this.box().nativeElement.value = this.name();
  }
}

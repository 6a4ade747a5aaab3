import { booleanAttribute, Directive, inject, input, linkedSignal, output } from '@angular/core';
import { type ControlValueAccessor, NgControl } from '@angular/forms';

/** A field of one value: [value] and (chosen) in sentences and lists, formControlName in forms. */
@Directive()
export abstract class Field<T> implements ControlValueAccessor {
  readonly label = input.required<string>();
  /** The label is heard and not shown, where a sentence or a table says it already. */
  readonly bare = input(false, { transform: booleanAttribute });
  readonly value = input<T | null>(null);
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly chosen = output<T>();

  protected readonly current = linkedSignal(() => this.value());
  protected readonly closed = linkedSignal(() => this.disabled());
  protected readonly heard = (): string | null => (this.bare() ? this.label() : null);
  private tell: (value: T | null) => void = () => undefined;
  protected touch: () => void = () => undefined;

  /** A form keeps what is chosen; elsewhere [value] says what is. */
  protected readonly isInForm: boolean;

  constructor() {
    const control = inject(NgControl, { self: true, optional: true });
    if (control) control.valueAccessor = this;
    this.isInForm = control !== null;
  }

  writeValue(value: T | null): void {
    this.current.set(value);
  }

  registerOnChange(tell: (value: T | null) => void): void {
    this.tell = tell;
  }

  registerOnTouched(touch: () => void): void {
    this.touch = touch;
  }

  setDisabledState(isDisabled: boolean): void {
    this.closed.set(isDisabled);
  }

  /** What a form is told; null where the field holds nothing that can be used. */
  protected hold(value: T | null): void {
    this.current.set(value);
    this.tell(value);
  }

  protected choose(value: T): void {
    this.hold(value);
    this.chosen.emit(value);
  }
}

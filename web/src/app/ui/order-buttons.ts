import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';

/** Moves one of a list up or down, or takes it out. */
@Component({
  selector: 'ul-order-buttons',
  imports: [MatIcon, MatIconButton],
  template: `
    <button
      mat-icon-button
      type="button"
      [disabled]="at() === 0"
      [attr.aria-label]="'Move ' + name() + ' up'"
      (click)="moved.emit(at() - 1)"
    >
      <mat-icon svgIcon="up" />
    </button>
    <button
      mat-icon-button
      type="button"
      [disabled]="isLast()"
      [attr.aria-label]="'Move ' + name() + ' down'"
      (click)="moved.emit(at() + 1)"
    >
      <mat-icon svgIcon="expand-more" />
    </button>
    <button mat-icon-button type="button" [attr.aria-label]="'Remove ' + name()" (click)="removed.emit()">
      <mat-icon svgIcon="remove" />
    </button>
  `,
  styles: `
    :host {
      display: flex;
      margin-left: auto;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderButtons {
  /** Its place, from 0, among so many. */
  readonly at = input.required<number>();
  readonly of = input.required<number>();
  /** What it is: "rule" is called by its place as well. */
  readonly what = input.required<string>();
  /** The place it goes to. */
  readonly moved = output<number>();
  readonly removed = output();

  protected readonly isLast = computed(() => this.at() === this.of() - 1);
  protected readonly name = computed(() => `${this.what()} ${this.at() + 1}`);
}

import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { type ColumnFill, type ColumnLook, MOST_LOOK_DECIMALS } from '@lens/core';
import type { Choice } from '../ui/choices';
import { PickField } from '../ui/pick-field';

/** How one column of a set looks. */
@Component({
  selector: 'ul-column-look-form',
  imports: [MatCheckbox, MatFormField, MatInput, MatLabel, PickField],
  template: `
    <mat-form-field>
      <mat-label>Short name</mat-label>
      <input matInput #name maxlength="30" [placeholder]="label()" [value]="look().name ?? ''" (input)="rename(name.value)" />
    </mat-form-field>
    <ul-pick-field label="Decimals" [choices]="decimals" [value]="look().decimals ?? null" (chosen)="round($event)" />
    <ul-pick-field label="Drawn" [choices]="fills" [value]="look().fill ?? null" (chosen)="fill($event)" />
    <mat-checkbox [checked]="look().withoutChange !== true" (change)="tellChange($event.checked)">tells its change</mat-checkbox>
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 14px;
      align-items: center;
      padding: 8px 0 10px 36px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColumnLookForm {
  readonly look = input.required<ColumnLook>();
  readonly label = input.required<string>();
  readonly changed = output<ColumnLook>();

  protected readonly decimals: readonly Choice<number | null>[] = [
    { value: null, label: 'as usual' },
    ...Array.from({ length: MOST_LOOK_DECIMALS + 1 }, (_, digits) => ({ value: digits, label: digits === 0 ? 'none' : String(digits) })),
  ];
  protected readonly fills: readonly Choice<ColumnFill | null>[] = [
    { value: null, label: 'plain' },
    { value: 'bar', label: 'over a bar' },
    { value: 'shade', label: 'darker for more' },
  ];

  protected rename(name: string): void {
    const { name: _, ...rest } = this.look();
    this.changed.emit(name.trim() === '' ? rest : { ...rest, name });
  }

  protected round(decimals: number | null): void {
    const { decimals: _, ...rest } = this.look();
    this.changed.emit(decimals === null ? rest : { ...rest, decimals });
  }

  protected fill(fill: ColumnFill | null): void {
    const { fill: _, ...rest } = this.look();
    this.changed.emit(fill === null ? rest : { ...rest, fill });
  }

  protected tellChange(isTold: boolean): void {
    const { withoutChange: _, ...rest } = this.look();
    this.changed.emit(isTold ? rest : { ...rest, withoutChange: true });
  }
}

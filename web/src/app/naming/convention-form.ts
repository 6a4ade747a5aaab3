import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { type Convention, type ConventionPart, NAME_PARTS, type NamePart } from '@lens/core';
import type { Choice } from '../ui/choices';
import { PickField, plainChoices } from '../ui/pick-field';

/** The parts of the names of one level, in order. */
@Component({
  selector: 'ul-convention-form',
  imports: [MatButton, MatCheckbox, MatFormField, MatIcon, MatIconButton, MatInput, PickField],
  templateUrl: './convention-form.html',
  styleUrl: './convention-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ConventionForm {
  readonly convention = input.required<Convention>();
  readonly changed = output<Convention>();
  readonly dropped = output();

  protected readonly tells: readonly Choice<NamePart | null>[] = [{ value: null, label: 'nothing compared' }, ...plainChoices(NAME_PARTS)];

  protected separate(separator: string): void {
    this.changed.emit({ ...this.convention(), separator });
  }

  protected add(): void {
    this.setParts([...this.convention().parts, { part: null, words: [], optional: false }]);
  }

  protected remove(at: number): void {
    this.setParts(this.convention().parts.toSpliced(at, 1));
  }

  protected edit(at: number, change: Partial<ConventionPart>): void {
    this.setParts(this.convention().parts.map((part, place) => (place === at ? { ...part, ...change } : part)));
  }

  protected allow(at: number, text: string): void {
    const words = text
      .split(',')
      .map((word) => word.trim())
      .filter((word) => word !== '');
    this.edit(at, { words: [...new Set(words)] });
  }

  private setParts(parts: readonly ConventionPart[]): void {
    this.changed.emit({ ...this.convention(), parts });
  }
}

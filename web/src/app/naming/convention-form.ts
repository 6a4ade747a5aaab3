import { Component, input, output } from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { type Convention, type ConventionPart, NAME_PARTS, type NamePart } from '@lens/core';

/** The parts of the names of one level, in order. */
@Component({
  selector: 'ul-convention-form',
  imports: [MatButton, MatIcon, MatIconButton],
  templateUrl: './convention-form.html',
  styleUrl: './convention-form.scss',
})
export class ConventionForm {
  readonly convention = input.required<Convention>();
  readonly changed = output<Convention>();
  readonly dropped = output();

  protected readonly tells = NAME_PARTS;

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

  protected tell(at: number, part: string): void {
    this.edit(at, { part: NAME_PARTS.find((each) => each === part) ?? (null satisfies NamePart | null) });
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

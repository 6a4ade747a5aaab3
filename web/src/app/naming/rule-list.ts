import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { NAME_PARTS, NAMED_LEVELS, type NamePart, type NameRule } from '@lens/core';
import { LEVEL_WORDS } from '../data/level-words';
import { PickField } from '../ui/pick-field';
import { TextTestFields } from '../ui/text-test-fields';

/** Rules that say what names are to be taken for; the first that fits a name is taken. */
@Component({
  selector: 'ul-rule-list',
  imports: [MatButton, MatFormField, MatIcon, MatIconButton, MatInput, PickField, TextTestFields],
  templateUrl: './rule-list.html',
  styleUrl: './rule-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleList {
  readonly rules = input.required<readonly NameRule[]>();
  readonly changed = output<readonly NameRule[]>();

  protected readonly levels = NAMED_LEVELS.map((value) => ({ value, label: LEVEL_WORDS[value] }));
  protected readonly tells = NAME_PARTS;

  protected add(): void {
    this.changed.emit([...this.rules(), { level: 'campaign', test: 'contains', value: '', parts: {} }]);
  }

  protected remove(at: number): void {
    this.changed.emit(this.rules().toSpliced(at, 1));
  }

  protected edit(at: number, change: Partial<NameRule>): void {
    this.changed.emit(this.rules().map((rule, place) => (place === at ? { ...rule, ...change } : rule)));
  }

  protected tell(at: number, part: NamePart, text: string): void {
    const { [part]: _, ...others } = this.rules()[at]?.parts ?? {};
    this.edit(at, { parts: text.trim() === '' ? others : { ...others, [part]: text.trim() } });
  }
}

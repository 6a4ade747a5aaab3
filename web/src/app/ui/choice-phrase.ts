import { booleanAttribute, ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { type Choice, Choices } from './choices';
import { Phrase } from './phrase';

/** A phrase of a sentence that is one of a few choices: picking one closes its panel. */
@Component({
  selector: 'ul-choice-phrase',
  imports: [Choices, Phrase],
  template: `
    <ul-phrase [label]="label()" [text]="text()" [startsOpen]="startsOpen()">
      <ng-template let-close>
        <ul-choices [label]="label()" [choices]="choices()" [value]="value()" (chosen)="chosen.emit($event); close()" />
      </ng-template>
    </ul-phrase>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChoicePhrase<T> {
  readonly label = input.required<string>();
  readonly text = input.required<string>();
  readonly choices = input.required<readonly Choice<T>[]>();
  readonly value = input.required<T | null>();
  readonly startsOpen = input(false, { transform: booleanAttribute });
  readonly chosen = output<T>();
}

import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { WherePhrases } from '../compare/where-phrases';
import { ChoicePhrase } from '../ui/choice-phrase';
import { CreditAsk } from './credit-ask';

/** What members are told apart by: one thing, or two at once; and which of them are. */
@Component({
  selector: 'ul-by-phrases',
  imports: [ChoicePhrase, MatButton, WherePhrases],
  template: `
    By
    @for (dimension of ask.state().by; track dimension; let at = $index) {
      <ul-choice-phrase
        [label]="at === 0 ? 'By' : 'And by'"
        [text]="ask.labelOf(dimension)"
        [choices]="ask.dimensions()"
        [value]="dimension"
        (chosen)="split(at, $event)"
      />
    }
    @if (ask.state().by.length === 1) {
      <ul-choice-phrase label="And by" text="+" [choices]="ask.dimensions()" [value]="null" (chosen)="split(1, $event)" />
    } @else {
      <button mat-button type="button" (click)="ask.change({ by: ask.state().by.slice(0, 1) })">One alone</button>
    }
    only where
    <ul-where-phrases [value]="ask.state().where" [fields]="ask.dimensions()" [labelOf]="label" (changed)="ask.change({ where: $event })" />
  `,
  styles: `
    :host {
      display: inline-flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 2px 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ByPhrases {
  protected readonly ask = inject(CreditAsk);
  protected readonly label = (dimension: string): string => this.ask.labelOf(dimension);

  protected split(at: number, dimension: string): void {
    const by = this.ask.state().by.toSpliced(at, 1, dimension);
    this.ask.change({ by: by.filter((each, place) => by.indexOf(each) === place) });
  }
}

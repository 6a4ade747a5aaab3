import { booleanAttribute, ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import type { Client } from '@lens/contract';
import { Api } from '../data/api';
import { ChoicePhrase } from '../ui/choice-phrase';
import type { Choice } from '../ui/choices';
import { Phrase } from '../ui/phrase';
import { FieldList } from './field-list';

/** The clients a question is about beside the one in focus, and the currency of all of their money. */
export interface Together {
  readonly others: readonly string[];
  /** Null for the currency of the client in focus. */
  readonly currency: string | null;
}

/** Other clients in one table, in words: "Kelpie Kayak Tours, Pocket Orchard, all in EUR". */
@Component({
  selector: 'ul-client-phrases',
  imports: [ChoicePhrase, FieldList, MatButton, Phrase],
  template: `
    @for (id of value().others; track id; let isFirst = $first) {
      @if (!isFirst) {
        <span>and</span>
      }
      <ul-phrase label="Another client" [text]="nameOf(id)">
        <ng-template let-close>
          <p class="name">{{ nameOf(id) }}</p>
          <button mat-button type="button" (click)="remove(id); close()">Take out</button>
        </ng-template>
      </ul-phrase>
    }
    @if (addable().length > 0) {
      <ul-phrase label="Add a client" text="+" [startsOpen]="startsOpen() && value().others.length === 0">
        <ng-template let-close>
          <ul-field-list label="Add a client" [fields]="addable()" (chosen)="add($event); close()" />
        </ng-template>
      </ul-phrase>
    }
    @if (value().others.length > 0) {
      <span>all in</span>
      <ul-choice-phrase
        label="Currency of all money"
        [text]="value().currency ?? client().currency"
        [choices]="currencies()"
        [value]="value().currency ?? client().currency"
        (chosen)="changed.emit({ others: value().others, currency: $event === client().currency ? null : $event })"
      />
    }
  `,
  styles: `
    .name {
      margin: 0 0 4px;
      font-weight: 600;
    }
  `,
  host: { class: 'phrases' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ClientPhrases {
  /** The client in focus, which is always one of them. */
  readonly client = input.required<Pick<Client, 'id' | 'currency'>>();
  readonly value = input.required<Together>();
  readonly startsOpen = input(false, { transform: booleanAttribute });
  readonly changed = output<Together>();

  private readonly clients = toSignal(inject(Api).call('clients', {}), { initialValue: [] });
  protected readonly addable = computed(() =>
    this.clients()
      .filter(({ id }) => id !== this.client().id && !this.value().others.includes(id))
      .map(({ id, name, currency }): Choice<string> => ({ value: id, label: name, note: currency })),
  );
  protected readonly currencies = computed(() =>
    [...new Set([this.client().currency, ...this.clients().map(({ currency }) => currency)])].map((value): Choice<string> => ({
      value,
      label: value,
    })),
  );
  protected readonly nameOf = (id: string): string => this.clients().find((each) => each.id === id)?.name ?? id;

  protected add(id: string): void {
    this.changed.emit({ ...this.value(), others: [...this.value().others, id] });
  }

  protected remove(id: string): void {
    const others = this.value().others.filter((each) => each !== id);
    this.changed.emit({ others, currency: others.length === 0 ? null : this.value().currency });
  }
}

import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { StoredRule, WireProposedMove } from '@lens/contract';
import { type Day, quantity, rangeText, type Style } from '@lens/core';
import { FindingMoves, type MovesChosen } from '../audit/finding-moves';

/** What becomes of a rule. */
export type RuleDoing = 'change' | 'off' | 'remove';

/** A standing rule with what it proposed last. */
@Component({
  selector: 'ul-rule-card',
  imports: [FindingMoves, MatButton],
  template: `
    <h2 [id]="rule().id">{{ rule().label }}</h2>
    <p class="quiet">{{ about() }}</p>
    <p>{{ rule().text }}</p>
    @if (rule().run; as run) {
      @if (run.stopped) {
        <p class="notice bad" role="alert">{{ run.stopped }}</p>
      } @else {
        <p>{{ seen() }}</p>
      }
      @if (run.moves.length > 0) {
        <ul-finding-moves
          [moves]="run.moves"
          [outcome]="run.outcome"
          [style]="style()"
          [name]="rule().label"
          (accepted)="accepted.emit($event)"
          (dismissed)="dismissed.emit($event)"
          (undone)="undone.emit($event)"
        />
      }
      @for (each of run.left; track $index) {
        <p class="quiet">{{ each.name }} is left: {{ each.why }}</p>
      }
    }
    <div class="buttons">
      <button mat-stroked-button type="button" [attr.aria-describedby]="rule().id" (click)="done.emit('change')">
        {{ rule().state === 'on' ? 'Change or rehearse' : 'Change, rehearse, turn on' }}
      </button>
      @if (rule().state === 'on') {
        <button mat-button type="button" [attr.aria-describedby]="rule().id" (click)="done.emit('off')">Turn off</button>
      }
      <button mat-button type="button" [attr.aria-describedby]="rule().id" (click)="done.emit('remove')">Take away</button>
      @if (rule().log.length > 0) {
        <button mat-button type="button" [attr.aria-expanded]="isLogOpen()" (click)="isLogOpen.set(!isLogOpen())">
          {{ isLogOpen() ? 'Hide its looks' : 'Its looks' }}
        </button>
      }
    </div>
    @if (isLogOpen()) {
      <ul [attr.aria-label]="'Looks of ' + rule().label">
        @for (look of rule().log; track look.day) {
          <li>{{ logText(look) }}</li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: block;
      border-top: 1px solid var(--line);
      padding: 12px 0;
    }
    h2,
    p {
      margin: 0 0 4px;
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin-top: 8px;
    }
  `,
  host: { role: 'article', '[attr.aria-labelledby]': 'rule().id' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleCard {
  readonly rule = input.required<StoredRule>();
  readonly style = input.required<Style>();
  readonly done = output<RuleDoing>();
  readonly accepted = output<MovesChosen>();
  readonly dismissed = output<MovesChosen>();
  readonly undone = output<WireProposedMove>();
  protected readonly isLogOpen = signal(false);

  protected readonly about = computed(() => {
    const { state, client, by } = this.rule();
    return [state === 'on' ? 'On' : 'Draft: it does not look', client === null ? 'for all clients' : '', by ? `by ${by}` : '']
      .filter((each) => each !== '')
      .join(', ');
  });
  protected readonly seen = computed(() => {
    const { run } = this.rule();
    if (!run) return '';
    const { day, days, moves } = run;
    return `Looked on ${this.dayText(day)} at ${this.looked(run)}, ${rangeText(days, this.style().locale)}: ${
      moves.length === 0 ? 'proposes nothing' : `proposes ${quantity(moves.length, 'move', 'moves', this.style())}`
    }.`;
  });

  protected logText(look: StoredRule['log'][number]): string {
    const proposed = look.proposed === 0 ? 'nothing proposed' : `${quantity(look.proposed, 'move', 'moves', this.style())} proposed`;
    return `${this.dayText(look.day)}: ${this.looked(look)}, ${look.stopped === '' ? proposed : 'stopped itself'}`;
  }

  private looked({ looked }: { readonly looked: number }): string {
    const { of } = this.rule();
    return quantity(looked, of, `${of}s`, this.style());
  }

  private dayText(day: Day): string {
    return rangeText({ from: day, to: day }, this.style().locale);
  }
}

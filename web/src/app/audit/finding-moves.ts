import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import type { WireProposedMove } from '@lens/contract';
import type { Style } from '@lens/core';
import { toggled } from '../ui/toggled';
import { moveLines, togetherText } from './moves-view';
import { WeekHoursPicture } from './week-hours';

/** Moves that are shown before somebody asks for all of them. */
const MOST_SHOWN = 4;

/** Some moves of a finding that somebody decides on. */
export interface MovesChosen {
  readonly subjects: readonly string[];
  /** What they are, in words. */
  readonly name: string;
}

/** The moves that a finding calls for: any of them are accepted or dismissed together. */
@Component({
  selector: 'ul-finding-moves',
  imports: [MatButton, MatCheckbox, WeekHoursPicture],
  template: `
    <ul [attr.aria-label]="'Moves for ' + name()">
      @for (line of shown(); track line.move.subject) {
        <li>
          @if (line.decided) {
            <p class="small">
              {{ line.change }}{{ line.of && ' · ' + line.of }}: <strong>{{ line.decided }}</strong>
              <button mat-button type="button" [attr.aria-label]="'Take back: ' + line.change" (click)="undone.emit(line.move)">
                Take back
              </button>
            </p>
          } @else {
            <mat-checkbox
              [checked]="chosen().has(line.move.subject)"
              [attr.title]="line.effect"
              (change)="choose(line.move.subject, $event.checked)"
            >
              {{ line.change }}
              @if (line.of) {
                <span class="quiet">· {{ line.of }}</span>
              }
            </mat-checkbox>
          }
          @if (line.hours; as hours) {
            <div class="hours">
              <ul-week-hours [hours]="hours.from" label="Hours that run now" />
              <span aria-hidden="true">→</span>
              <ul-week-hours [hours]="hours.to" label="Hours that would run" />
            </div>
          }
        </li>
      }
    </ul>
    @if (lines().length > most) {
      <button mat-button type="button" [attr.aria-expanded]="isWhole()" (click)="isWhole.set(!isWhole())">
        {{ isWhole() ? 'Show fewer' : 'Choose among all ' + lines().length }}
      </button>
    }
    @if (open().length > 0) {
      <p class="small">{{ together() }}</p>
      <div class="buttons">
        <button mat-flat-button type="button" [disabled]="chosen().size === 0" (click)="accepted.emit(meant())">
          Accept {{ meant().name }}
        </button>
        <button mat-stroked-button type="button" [disabled]="chosen().size === 0" (click)="dismissed.emit(meant())">Dismiss</button>
      </div>
    }
  `,
  styles: `
    ul {
      list-style: none;
      margin: 6px 0;
      padding: 0;
    }
    .small {
      font-size: 13px;
      margin: 2px 0;
    }
    .buttons,
    .hours {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
      margin-top: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingMoves {
  readonly moves = input.required<readonly WireProposedMove[]>();
  readonly outcome = input.required<string>();
  readonly style = input.required<Style>();
  /** What the finding is about. */
  readonly name = input.required<string>();
  readonly accepted = output<MovesChosen>();
  readonly dismissed = output<MovesChosen>();
  readonly undone = output<WireProposedMove>();
  protected readonly lines = computed(() => moveLines(this.moves(), this.outcome(), this.style()));
  protected readonly most = MOST_SHOWN;
  protected readonly isWhole = signal(false);
  protected readonly shown = computed(() => (this.isWhole() ? this.lines() : this.lines().slice(0, MOST_SHOWN)));
  protected readonly open = computed(() => this.moves().filter(({ decided }) => decided === null));
  /** All that nobody has decided on, until some are left out. */
  protected readonly chosen = linkedSignal<ReadonlySet<string>>(() => new Set(this.open().map(({ subject }) => subject)));
  private readonly chosenMoves = computed(() => this.open().filter(({ subject }) => this.chosen().has(subject)));
  protected readonly together = computed(() => togetherText(this.chosenMoves(), this.outcome(), this.style()));
  protected readonly meant = computed((): MovesChosen => {
    const moves = this.chosenMoves();
    return { subjects: moves.map(({ subject }) => subject), name: moves.length === 1 ? 'this move' : `these ${moves.length} moves` };
  });

  protected choose(subject: string, isChosen: boolean): void {
    this.chosen.update((chosen) => toggled(chosen, subject, isChosen));
  }
}

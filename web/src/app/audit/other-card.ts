import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { WireProposedMove } from '@lens/contract';
import type { Style } from '@lens/core';
import { FindingMoves, type MovesChosen } from './finding-moves';
import { FindingPicture } from './finding-picture';
import type { OtherView } from './other-view';

/** A finding beside the target: the sentence, what it rests on, what can be done, and the way to its rows. */
@Component({
  selector: 'ul-other-card',
  imports: [FindingMoves, FindingPicture, MatButton, RouterLink],
  template: `
    <article [attr.aria-label]="view().finding.says">
      <div class="who">
        <h3>{{ view().finding.about.name }}</h3>
        <p class="quiet small">{{ view().where }}</p>
        @if (view().stake) {
          <p class="stake">{{ view().stake }}</p>
        }
      </div>
      <div class="fact">
        <p class="says">{{ view().finding.says }}</p>
        @for (line of view().finding.evidence; track line) {
          <p class="quiet small">{{ line }}</p>
        }
      </div>
      <div class="move">
        <p>{{ view().finding.advice }}</p>
        @if (view().finding.moves; as moves) {
          <ul-finding-moves
            [moves]="moves"
            [outcome]="outcome()"
            [style]="style()"
            [name]="view().finding.about.name"
            (accepted)="accepted.emit($event)"
            (dismissed)="dismissed.emit($event)"
            (undone)="undone.emit($event)"
          />
        }
        @for (line of view().finding.happened; track line) {
          <p class="small happened">{{ line }}</p>
        }
        <p class="small ways">
          <a [routerLink]="view().link.path" [queryParams]="view().link.query" queryParamsHandling="merge">{{ view().link.label }}</a>
          @if (view().picture; as picture) {
            <button mat-button type="button" [attr.aria-expanded]="isOpen()" (click)="opened.emit()">
              {{ isOpen() ? 'Less' : 'Show ' + picture.shown }}
            </button>
          }
          @if (view().finding.since && view().finding.happened.length === 0) {
            <button mat-button type="button" (click)="noted.emit()">Note what it was</button>
          }
        </p>
      </div>
      @if (isOpen() && view().picture; as picture) {
        <ul-finding-picture class="picture" [view]="picture" />
      }
    </article>
  `,
  styleUrl: './finding-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OtherCard {
  readonly view = input.required<OtherView>();
  readonly isOpen = input(false);
  /** The outcome that effects of moves count. */
  readonly outcome = input.required<string>();
  readonly style = input.required<Style>();
  readonly accepted = output<MovesChosen>();
  readonly dismissed = output<MovesChosen>();
  readonly undone = output<WireProposedMove>();
  readonly opened = output();
  readonly noted = output();
}

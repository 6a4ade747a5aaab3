import { ChangeDetectionStrategy, Component, ElementRef, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { type ClientDetail, SHEET_FORMATS, type SheetFormat } from '@lens/contract';
import type { MetricId, PictureKind, Question } from '@lens/core';
import type { Answered } from '@lens/draw';
import { fieldLabel } from '../data/fields';
import { splitText } from '../views/asks-text';
import { aboutLines } from './about-lines';
import { type Taken, TakeAlong } from './take-along';

/** As narrow and as wide as a picture is drawn. */
const [NARROWEST, WIDEST] = [320, 2400];

/** Takes a picture along: into the clipboard or as a file. */
@Component({
  selector: 'ul-take-along-menu',
  imports: [MatButton, MatMenu, MatMenuItem, MatMenuTrigger],
  template: `
    <button mat-button type="button" [matMenuTriggerFor]="along">Take it along</button>
    <mat-menu #along="matMenu">
      <button mat-menu-item type="button" (click)="copy()">Copy the picture</button>
      @for (format of FORMATS; track format) {
        <button mat-menu-item type="button" (click)="save(format)">Save it as {{ format.toUpperCase() }}</button>
      }
    </mat-menu>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TakeAlongMenu {
  private readonly along = inject(TakeAlong);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly kind = input.required<PictureKind>();
  readonly question = input.required<Question>();
  readonly metricId = input.required<MetricId>();
  readonly answered = input.required<Answered>();
  readonly client = input.required<ClientDetail>();
  /** The keys of rows that somebody marked. */
  readonly marked = input.required<readonly string[]>();
  protected readonly FORMATS = SHEET_FORMATS;

  protected copy(): void {
    void this.along.copy(this.taken());
  }

  protected save(format: SheetFormat): void {
    void this.along.save(this.taken(), format);
  }

  /** As wide as what the menu stands in. */
  private taken(): Taken {
    const [question, picture, { book, style }, client] = [this.question(), this.kind(), this.answered(), this.client()];
    const room = this.element.nativeElement.parentElement?.clientWidth ?? NARROWEST;
    const metric = picture === 'heat' ? (question.columns?.metric ?? this.metricId()) : this.metricId();
    const what = picture === 'funnel' ? 'The way to the result' : book.named(metric).label;
    // Nobody marked anything: then the outermost members are drawn.
    const rows = this.marked().length === 0 ? question.rows.slice(0, 1) : question.rows;
    const split = splitText({ ...question, rows }, book, (dimension) => fieldLabel(dimension, book.vocabulary));
    return {
      width: Math.round(Math.min(WIDEST, Math.max(NARROWEST, room))),
      title: `${what} ${split}`.slice(0, 200),
      lines: aboutLines(question, client.name, style),
      tiles: [
        {
          ...{ place: null, heading: '', note: '' },
          what: { kind: 'picture', asked: { question, picture, metric: this.metricId(), marked: this.marked() } },
        },
      ],
    };
  }
}

import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatSidenav, MatSidenavContainer, MatSidenavContent } from '@angular/material/sidenav';
import type { MetricBook, MetricId, Question, Style } from '@lens/core';
import { TraceDrawer } from './trace-drawer';

/** A figure whose trace is shown. */
export interface TracedFigure {
  readonly question: Question;
  readonly row: string;
  readonly metric: MetricId;
  readonly style: Style;
  readonly book: MetricBook;
}

/** A page with, beside it, how one of its figures came about. */
@Component({
  selector: 'ul-beside-trace',
  imports: [MatSidenav, MatSidenavContainer, MatSidenavContent, TraceDrawer],
  template: `
    <mat-sidenav-container>
      <mat-sidenav-content><ng-content /></mat-sidenav-content>
      <mat-sidenav
        class="trace"
        position="end"
        mode="side"
        fixedInViewport
        disableClose
        role="complementary"
        aria-label="How this figure came about"
        [opened]="traced() !== null"
      >
        @if (traced(); as of) {
          <ul-trace-drawer
            [question]="of.question"
            [row]="of.row"
            [metric]="of.metric"
            [style]="of.style"
            [book]="of.book"
            (closed)="closed.emit()"
          />
        }
      </mat-sidenav>
    </mat-sidenav-container>
  `,
  styleUrl: './beside-trace.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BesideTrace {
  /** Null where none is shown. */
  readonly traced = input.required<TracedFigure | null>();
  readonly closed = output();
}

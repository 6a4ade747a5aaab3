import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import type { ImportLine } from '@lens/contract';
import type { Vocabulary } from '@lens/core';
import type { FeedLine } from './feed-line';
import { ImportDetailView } from './import-detail';

/** Every import of a feed: its file, who brought it in and when, and what it changed. */
@Component({
  selector: 'ul-import-history',
  imports: [ImportDetailView, MatButton, MatIcon],
  templateUrl: './import-history.html',
  styleUrl: './import-history.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ImportHistory {
  readonly line = input.required<FeedLine>();
  readonly vocabulary = input.required<Vocabulary>();
  readonly takenBack = output<ImportLine>();
  readonly broughtBack = output<ImportLine>();

  /** The import whose changes are shown. */
  protected readonly detailed = signal<number | null>(null);
}

import { Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Feed, ImportLine, Preview, StoredFile } from '@lens/contract';
import { formatNumber, lengthOf, quantity, rangeText, type Style } from '@lens/core';
import { combineLatest, of, startWith, Subject, switchMap, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { ConnectChannel } from './connect-channel';
import { ConnectionsList } from './connections-list';
import { FileIntake } from './file-intake';

/** Feeds of a client with what they cover, and the place where files are dropped. */
@Component({
  selector: 'ul-intake-page',
  imports: [ConnectChannel, ConnectionsList, FileIntake, MatButton, MatIcon, NeedClient],
  templateUrl: './intake-page.html',
  styleUrl: './intake-page.scss',
})
export class IntakePage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly notices = inject(MatSnackBar);
  private readonly again = new Subject<void>();

  protected readonly client = this.focus.client;
  protected readonly over = signal(false);
  protected readonly reading = signal(false);
  protected readonly error = signal('');
  protected readonly connecting = signal(false);
  protected readonly today = computed(() => this.focus.clock()?.today ?? 0);
  protected readonly opened = signal<{ file: StoredFile; preview: Preview } | null>(null);
  protected readonly feeds = toSignal(
    combineLatest([toObservable(this.client), this.again.pipe(startWith(undefined))]).pipe(
      switchMap(([client]) => (client ? loadState(this.api.call('feeds', { params: { client: client.id } })) : of(null))),
    ),
  );
  protected readonly lines = computed(() => {
    const state = this.feeds();
    const client = this.client();
    return state?.state === 'ready' && client ? state.value.map((feed) => lineOf(feed, client)) : [];
  });

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    const file = event.dataTransfer?.files[0];
    if (file) this.take(file);
  }

  protected chosen(input: HTMLInputElement): void {
    const file = input.files?.[0];
    input.value = '';
    if (file) this.take(file);
  }

  protected done(message: string): void {
    this.opened.set(null);
    this.again.next();
    this.focus.refresh();
    if (message) this.tell(message);
  }

  protected connected(): void {
    this.connecting.set(false);
    this.done('');
  }

  protected takeBack(line: ImportLine): void {
    this.api.call('takeBack', { params: { import: line.id } }).subscribe({
      next: () => this.done(`Taken back: ${line.fileName}. Its days show what they showed without it.`),
      error: (error: ApiError) => this.tell(error.message),
    });
  }

  private take(file: File): void {
    const client = this.client();
    if (!client) return;
    this.error.set('');
    this.reading.set(true);
    this.api
      .upload(file)
      .pipe(
        switchMap((stored) =>
          this.api
            .call('preview', { params: { client: client.id }, body: { hash: stored.hash } })
            .pipe(tap((preview) => this.opened.set({ file: stored, preview }))),
        ),
      )
      .subscribe({
        next: () => this.reading.set(false),
        error: (error: ApiError) => {
          this.reading.set(false);
          this.error.set(`${file.name}: ${error.message}`);
        },
      });
  }

  private tell(message: string): void {
    this.notices.open(message, 'Close', { duration: 8000 });
  }
}

/** Where the word differs from the dimension's own name. */
const GRAIN_WORDS: Record<string, string> = { group: 'ad group' };

function missingDays({ days, daysCovered }: Feed, style: Style): string {
  const missing = days ? lengthOf(days) - daysCovered : 0;
  return missing > 0 ? `${quantity(missing, 'day', 'days', style)} missing in between` : '';
}

function lineOf(feed: Feed, style: Style) {
  const finest = feed.grain.filter(
    (each) => !(feed.grain.includes('ad') || feed.grain.includes('keyword')) || !['campaign', 'group'].includes(each),
  );
  return {
    feed,
    grain: feed.kind === 'orders' ? 'one row each' : [...finest.map((each) => GRAIN_WORDS[each] ?? each), 'day'].join(' × '),
    days: feed.days ? rangeText(feed.days, style.locale) : 'nothing',
    missing: missingDays(feed, style),
    rows: formatNumber(feed.rows, 'count', style),
    notMatched: feed.notMatched > 0 ? `${formatNumber(feed.notMatched, 'count', style)} not matched to a campaign` : '',
    imports: feed.imports.map((line) => ({
      line,
      days: rangeText(line, style.locale),
      rows: quantity(line.rows, 'row', 'rows', style),
      when: new Intl.DateTimeFormat(style.locale, { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(line.importedAt)),
    })),
  };
}

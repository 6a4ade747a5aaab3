import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { MatSnackBar } from '@angular/material/snack-bar';
import { Router } from '@angular/router';
import type { ImportLine, NamedPicture, Preview, StoredFile } from '@lens/contract';
import { lengthOf, NO_OWN_WORDS } from '@lens/core';
import { catchError, combineLatest, concatMap, EMPTY, from, type Observable, of, startWith, Subject, switchMap, tap } from 'rxjs';
import { type Focus, writeFocus } from '../data/address';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { Undo } from '../data/undo';
import { HealthService } from '../data/health';
import { vocabularyOf } from '../data/vocabulary';
import { type Confirm, ConfirmDialog } from '../ui/confirm-dialog';
import { DayStrip } from '../ui/day-strip';
import { droppedFiles, inOrder } from '../ui/dropped-files';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { ConnectChannel } from './connect-channel';
import { ConnectionsList } from './connections-list';
import { FileIntake } from './file-intake';
import { HealthNotes } from './health-notes';
import { type Hidden, hiddenParts, type Imported } from './hidden-import';
import { stripOf } from './health-view';
import { lineOf } from './feed-line';
import { ImportHistory } from './import-history';

/** Feeds of a client with what they cover, and the place where files are dropped. */
@Component({
  selector: 'ul-intake-page',
  imports: [ConnectChannel, ConnectionsList, DayStrip, FileIntake, HealthNotes, ImportHistory, MatButton, MatIcon, NeedClient],
  templateUrl: './intake-page.html',
  styleUrl: './intake-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class IntakePage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly undo = inject(Undo);
  private readonly notices = inject(MatSnackBar);
  private readonly dialog = inject(MatDialog);
  private readonly router = inject(Router);
  private readonly again = new Subject<void>();

  protected readonly client = this.focus.client;
  protected readonly vocabulary = computed(() => vocabularyOf(this.client() ?? { words: NO_OWN_WORDS }));
  protected readonly over = signal(false);
  protected readonly reading = signal(false);
  /** What could not be read, a line a file. */
  protected readonly errors = signal<readonly string[]>([]);
  /** Files that wait until the open one is through. */
  protected readonly waiting = signal<readonly StoredFile[]>([]);
  /** Pictures that came with the files of the last drop. */
  protected readonly pictures = signal<readonly NamedPicture[]>([]);
  protected readonly waitingNames = computed(() =>
    this.waiting()
      .map(({ name }) => name)
      .join(', '),
  );
  /** Feeds whose imports are shown. */
  protected readonly historyOf = signal<ReadonlySet<number>>(new Set());
  protected readonly connecting = signal(false);
  /** Whether something was imported since the page was opened. */
  protected readonly isIn = signal(false);
  /** What of the last import the screens would not show. */
  protected readonly hidden = signal<readonly Hidden[]>([]);
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
    return state?.state === 'ready' && client
      ? state.value.map((feed) => lineOf(feed, client, client.accounts.find(({ id }) => id === feed.account)?.currency ?? client.currency))
      : [];
  });

  protected readonly health = inject(HealthService).health;
  protected readonly logNotes = toSignal(inject(HealthService).logNotes$, { initialValue: [] });
  protected readonly stripLength = computed(() => {
    const health = this.health();
    return health ? lengthOf(health.range) : 0;
  });
  protected readonly strips = computed(() => {
    const health = this.health();
    const locale = this.client()?.locale ?? 'en-GB';
    return new Map(health?.feeds.map(({ feed, runs }) => [feed, stripOf(runs, health.range, locale)]));
  });

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    this.over.set(false);
    if (event.dataTransfer) void droppedFiles(event.dataTransfer).then((files) => this.take(files));
  }

  protected chosen(input: HTMLInputElement): void {
    const files = inOrder([...(input.files ?? [])]);
    input.value = '';
    this.take(files);
  }

  /** A file is through, imported or not: the next one that waits is opened. */
  protected done(message: string): void {
    this.opened.set(null);
    this.again.next();
    this.focus.refresh();
    if (message) this.tell(message);
    this.openNext();
  }

  protected leaveWaiting(): void {
    this.waiting.set([]);
  }

  protected connected(): void {
    this.connecting.set(false);
    this.done('');
  }

  protected toggle(feed: number): void {
    this.historyOf.update((open) => {
      const next = new Set(open);
      if (!next.delete(feed)) next.add(feed);
      return next;
    });
  }

  /** Asks first; what was taken back can be brought back as it was. */
  protected takeBack(line: ImportLine): void {
    const asked: Confirm = {
      title: `Take back ${line.fileName}?`,
      text: 'Its days will show what they showed without it. You can undo this as long as nothing else is imported into the feed.',
      action: 'Take back',
    };
    this.dialog
      .open<ConfirmDialog, Confirm, boolean>(ConfirmDialog, { data: asked, width: '440px' })
      .afterClosed()
      .pipe(switchMap((isSure) => (isSure ? this.api.call('takeBack', { params: { import: line.id } }) : EMPTY)))
      .subscribe({
        next: () => {
          this.done('');
          this.undo.stored(`Taken back: ${line.fileName}. Its days show what they showed without it.`, () =>
            this.api.call('bringBack', { params: { import: line.id } }).pipe(tap(() => this.done(''))),
          );
        },
        error: (error: ApiError) => this.tell(error.message),
      });
  }

  protected bringBack(line: ImportLine): void {
    this.api.call('bringBack', { params: { import: line.id } }).subscribe({
      next: () => this.done(`Brought back: ${line.fileName}.`),
      error: (error: ApiError) => this.tell(error.message),
    });
  }

  /** The screens open on days that hold data; whatever else of the import they would hide is one click away. */
  protected note(imported: Imported): void {
    const client = this.client();
    if (client) this.hidden.set(hiddenParts(imported, this.focus.resolved() ?? null, client));
    this.isIn.set(true);
  }

  /** Opens a dashboard of the days that came in, counted as they can be. */
  protected see(): void {
    const focus = this.focus.focus();
    const changes = this.hidden().reduce<Partial<Focus>>((all, { change }) => ({ ...all, ...change }), {});
    if (focus)
      void this.router.navigate(['/dashboards'], { queryParams: writeFocus({ ...focus, ...changes }), queryParamsHandling: 'merge' });
  }

  protected reveal(hidden: Hidden): void {
    this.focus.change(hidden.change);
    this.hidden.update((all) => all.filter((each) => each !== hidden));
  }

  private take(files: readonly File[]): void {
    if (files.length === 0) return;
    this.errors.set([]);
    this.pictures.set([]);
    this.reading.set(true);
    from(files)
      .pipe(concatMap((file) => this.api.upload(file).pipe(catchError((error: ApiError) => this.refuse(file.name, error.message)))))
      .subscribe({
        next: ({ files: stored, pictures, leftOut }) => {
          this.pictures.update((known) => [...known, ...pictures]);
          this.waiting.update((waiting) => [...waiting, ...stored]);
          for (const { name, reason } of leftOut) this.refuse(name, `It ${reason} and was left out.`);
        },
        complete: () => {
          this.reading.set(false);
          if (this.pictures().length > 0 && this.waiting().length === 0 && !this.opened())
            this.errors.update((errors) => [...errors, 'Pictures came without the file that names them: drop both together.']);
          if (!this.opened()) this.openNext();
        },
      });
  }

  /** Opens the first file that waits; one that cannot be read is told about and passed over. */
  private openNext(): void {
    const client = this.client();
    const [file, ...others] = this.waiting();
    if (!client || !file) return;
    this.waiting.set(others);
    this.reading.set(true);
    this.api.call('preview', { params: { client: client.id }, body: { hash: file.hash, layout: null, steps: null } }).subscribe({
      next: (preview) => {
        this.reading.set(false);
        this.opened.set({ file, preview });
      },
      error: (error: ApiError) => {
        this.reading.set(false);
        this.refuse(file.name, error.message);
        this.openNext();
      },
    });
  }

  private refuse(name: string, message: string): Observable<never> {
    this.errors.update((errors) => [...errors, `${name}: ${message}`]);
    return EMPTY;
  }

  private tell(message: string): void {
    this.notices.open(message, 'Close', { duration: 8000 });
  }
}

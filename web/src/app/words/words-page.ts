import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatDialog } from '@angular/material/dialog';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatMenu, MatMenuContent, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatSnackBar } from '@angular/material/snack-bar';
import { MatTooltip } from '@angular/material/tooltip';
import { type Word, WORD_KINDS } from '@lens/core';
import { combineLatest, filter, type Observable, of, startWith, Subject, switchMap, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { Undo } from '../data/undo';
import { bookOfClient, vocabularyOf } from '../data/vocabulary';
import { type Confirm, ConfirmDialog } from '../ui/confirm-dialog';
import { loadState } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { askForWord } from './word-dialog';
import { joinChoices, resultChoices, type WordLine, wordsView } from './words-view';

/** The words a client's data speaks: its own ones to be changed, the built-in ones to be read. */
@Component({
  selector: 'ul-words-page',
  imports: [
    MatButton,
    MatCheckbox,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatInput,
    MatLabel,
    MatMenu,
    MatMenuContent,
    MatMenuItem,
    MatMenuTrigger,
    MatTooltip,
    NeedClient,
  ],
  templateUrl: './words-page.html',
  styleUrl: './words-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WordsPage {
  private readonly api = inject(Api);
  private readonly dialogs = inject(MatDialog);
  private readonly notices = inject(MatSnackBar);
  private readonly doings = inject(Undo);
  private readonly focus = inject(FocusService);
  private readonly again = new Subject<void>();

  protected readonly client = this.focus.client;
  protected readonly error = signal('');
  protected readonly sought = signal('');
  private readonly stored = toSignal(
    combineLatest([toObservable(this.client), this.again.pipe(startWith(undefined))]).pipe(
      switchMap(([client]) => (client ? loadState(this.api.call('words', { params: { client: client.id } })) : of(null))),
    ),
  );
  private readonly vocabulary = computed(() => {
    const client = this.client();
    return client ? vocabularyOf(client) : null;
  });
  protected readonly groups = computed(() => {
    const [stored, vocabulary] = [this.stored(), this.vocabulary()];
    const wanted = this.sought().trim().toLowerCase();
    if (!vocabulary) return [];
    const groups = wordsView(vocabulary, stored?.state === 'ready' ? stored.value.uses : []);
    return groups.map(({ title, lines }) => ({ title, lines: lines.filter(({ label }) => label.toLowerCase().includes(wanted)) }));
  });
  protected readonly results = computed(() => {
    const client = this.client();
    if (!client) return [];
    const book = bookOfClient(client);
    const builtIn = new Set(book.sets.filter(({ id }) => !id.startsWith('result ')).map(({ outcome }) => outcome));
    return resultChoices(book.vocabulary, client.words, (id) => builtIn.has(id));
  });

  protected add(): void {
    this.open(null).subscribe(() => this.changed('Added. A column of a file can be mapped to it.'));
  }

  protected edit(line: WordLine): void {
    const [client, was] = [this.client()?.id ?? '', line.own];
    this.open(was).subscribe(() =>
      this.changed(
        'Saved. What was imported keeps its history.',
        was && (() => this.api.call('changeWord', { params: { client, word: line.id }, body: was })),
      ),
    );
  }

  protected joinable(word: Word): { id: string; label: string }[] {
    const vocabulary = this.vocabulary();
    return vocabulary ? joinChoices(word, vocabulary) : [];
  }

  protected join(line: WordLine, into: { id: string; label: string }): void {
    const confirm: Confirm = {
      title: `Make “${line.label}” one with “${into.label}”?`,
      text: `What was imported as “${line.label}” is read as “${into.label}” from now on, and the name “${line.label}” is gone.`,
      action: 'Join them',
    };
    this.confirmed(confirm).subscribe((client) =>
      this.run(
        this.api.call('joinWord', { params: { client, word: line.id }, body: { into: into.id } }),
        `“${line.label}” is “${into.label}” now.`,
      ),
    );
  }

  protected remove(line: WordLine): void {
    const [client, was] = [this.client()?.id ?? '', line.own];
    this.run(
      this.api.call('removeWord', { params: { client, word: line.id } }),
      `“${line.label}” is removed.`,
      was && (() => this.api.call('addWord', { params: { client }, body: was })),
    );
  }

  protected setMain(id: string, isMain: boolean): void {
    const client = this.client();
    if (!client) return;
    const others = client.words.main.filter((each) => each !== id);
    const set = (main: readonly string[]) => this.api.call('setMain', { params: { client: client.id }, body: { main: [...main] } });
    this.run(set(isMain ? [...others, id] : others), 'Saved. Compare offers a set for each result.', () => set(client.words.main));
  }

  private open(known: Word | null): Observable<unknown> {
    const client = this.client();
    return client ? askForWord(this.dialogs, { client, known, kinds: WORD_KINDS, column: { header: '', cells: [] } }) : of();
  }

  private confirmed(data: Confirm): Observable<string> {
    return this.dialogs
      .open(ConfirmDialog, { data })
      .afterClosed()
      .pipe(
        filter((yes) => yes === true),
        switchMap(() => of(this.client()?.id ?? '')),
      );
  }

  private run(asked: Observable<unknown>, done: string, undo: (() => Observable<unknown>) | null = null): void {
    this.error.set('');
    asked.subscribe({ next: () => this.changed(done, undo), error: (error: ApiError) => this.error.set(error.message) });
  }

  private changed(done: string, undo: (() => Observable<unknown>) | null = null): void {
    this.reread();
    if (undo) this.doings.stored(done, () => undo().pipe(tap(() => this.reread())));
    else this.notices.open(done, 'Close', { duration: 5000 });
  }

  private reread(): void {
    this.focus.refresh();
    this.again.next();
  }
}

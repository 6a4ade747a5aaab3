import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  type MatDialog,
  MatDialogActions,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { MatError, MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatOption, MatSelect } from '@angular/material/select';
import type { ClientDetail } from '@lens/contract';
import { type Role, type Word, type WordKind, wordProblems } from '@lens/core';
import { filter, map, type Observable } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { vocabularyOf } from '../data/vocabulary';
import { ADDING_CHOICES, addingsOf, fieldsOf, UNIT_CHOICES, wordOf } from './word-form';

export interface WordAsked {
  readonly client: ClientDetail;
  /** The word to change; null for a new one. */
  readonly known: Word | null;
  /** What the word may be. */
  readonly kinds: readonly WordKind[];
  /** The column of a file that has no word yet. */
  readonly column: { readonly header: string; readonly cells: readonly string[] };
}

/** Asks for a word; what a column of it means comes back when there is one. */
export const askForWord = (dialogs: MatDialog, data: WordAsked): Observable<Role> =>
  dialogs
    .open<WordDialog, WordAsked, Role>(WordDialog, { data, width: '640px' })
    .afterClosed()
    .pipe(filter((role) => role !== undefined));

/** Names something that data can say: a measure, an outcome or a dimension of the client's own. Closes with what a column of it means. */
@Component({
  selector: 'ul-word-dialog',
  imports: [
    MatButton,
    MatDialogActions,
    MatDialogClose,
    MatDialogContent,
    MatDialogTitle,
    MatError,
    MatFormField,
    MatHint,
    MatInput,
    MatLabel,
    MatOption,
    MatSelect,
    ReactiveFormsModule,
  ],
  templateUrl: './word-dialog.html',
  styleUrl: './word-dialog.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WordDialog {
  private readonly api = inject(Api);
  private readonly reference = inject(MatDialogRef);
  protected readonly asked = inject<WordAsked>(MAT_DIALOG_DATA);
  private readonly vocabulary = vocabularyOf(this.asked.client);
  protected readonly kinds = this.asked.kinds;
  protected readonly units = UNIT_CHOICES;
  protected readonly weights = this.vocabulary.measures.filter(({ adding, id }) => adding === 'adds' && id !== this.asked.known?.word.id);
  protected readonly outcomes = this.vocabulary.outcomes.filter(({ id }) => id !== this.asked.known?.word.id);
  protected readonly error = signal('');
  protected readonly form = inject(FormBuilder).nonNullable.group(fieldsOf(this.asked.known, this.asked.column));
  protected readonly fields = toSignal(this.form.valueChanges.pipe(map(() => this.form.getRawValue())), {
    initialValue: this.form.getRawValue(),
  });
  protected readonly addings = computed(() => ADDING_CHOICES.filter(({ value }) => addingsOf(this.fields().unit).includes(value)));
  protected readonly addingNote = computed(() => ADDING_CHOICES.find(({ value }) => value === this.fields().adding)?.note ?? '');
  protected readonly problems = computed(() => {
    const { kind, word } = wordOf(this.fields());
    return wordProblems({ kind, word: { ...word, id: this.asked.known?.word.id ?? '' } } as Word, this.vocabulary);
  });

  constructor() {
    const { controls } = this.form;
    controls.label.addValidators(Validators.required);
    if (this.asked.known) controls.kind.disable();
    // Another unit adds in other ways.
    controls.unit.valueChanges.subscribe((unit) => {
      const [first = 'adds', ...others] = addingsOf(unit);
      if (![first, ...others].includes(controls.adding.value)) controls.adding.setValue(first);
    });
  }

  protected save(): void {
    this.error.set('');
    this.stored().subscribe({
      next: (id) => this.reference.close(this.roleOf(id)),
      error: (error: ApiError) => this.error.set(error.message),
    });
  }

  private stored(): Observable<string> {
    const { client, known } = this.asked;
    const body = wordOf(this.fields());
    if (!known) return this.api.call('addWord', { params: { client: client.id }, body }).pipe(map(({ id }) => id));
    return this.api.call('changeWord', { params: { client: client.id, word: known.word.id }, body }).pipe(map(() => known.word.id));
  }

  private roleOf(id: string): Role {
    switch (this.fields().kind) {
      case 'measure':
        return { role: 'measure', measure: id };
      case 'outcome':
        return { role: 'outcome', action: id, part: 'count', basis: 'click' };
      case 'dimension':
        return { role: 'dimension', dimension: id };
    }
  }
}

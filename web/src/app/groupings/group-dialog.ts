import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
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
import type { ClientDetail } from '@lens/contract';
import type { Grouping } from '@lens/core';
import { filter, type Observable } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { Person } from '../data/person';
import { SuggestedField } from '../ui/suggested-field';
import { type Chosen, withChosen } from './with-chosen';

/** Members to be put in a group, all of one dimension. */
interface GroupAsked extends Chosen {
  readonly client: ClientDetail;
  /** What they are called: “4 campaigns”. */
  readonly told: string;
}

/** Asks which group some members belong to; the id of the grouping comes back when it is stored. */
export const askForGroup = (dialogs: MatDialog, data: GroupAsked): Observable<string> =>
  dialogs
    .open<GroupDialog, GroupAsked, string>(GroupDialog, { data, width: '460px' })
    .afterClosed()
    .pipe(filter((id) => id !== undefined));

/** Puts members chosen by hand in a group of a grouping, either of which may be new. */
@Component({
  selector: 'ul-group-dialog',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle, SuggestedField],
  template: `
    <h2 mat-dialog-title>Group {{ asked.told }}</h2>
    <form (submit)="save($event)">
      <mat-dialog-content>
        <ul-suggested-field
          label="Grouping"
          placeholder="Product line, season, test…"
          [suggestions]="known()"
          [value]="label()"
          (chosen)="label.set($event)"
        />
        <ul-suggested-field
          label="They are"
          placeholder="The group’s name"
          [suggestions]="groups()"
          [value]="name()"
          (chosen)="name.set($event)"
        />
        <p class="quiet">{{ note() }}</p>
        @if (error()) {
          <p class="notice bad" role="alert">{{ error() }}</p>
        }
      </mat-dialog-content>
      <mat-dialog-actions align="end">
        <button mat-button type="button" mat-dialog-close>Cancel</button>
        <button mat-flat-button type="submit">Group them</button>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    ul-suggested-field {
      display: block;
      margin-top: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GroupDialog {
  private readonly api = inject(Api);
  private readonly person = inject(Person);
  private readonly reference = inject(MatDialogRef);
  protected readonly asked = inject<GroupAsked>(MAT_DIALOG_DATA);
  private readonly stored = toSignal(this.api.call('groupings', { params: { client: this.asked.client.id } }), {
    initialValue: { groupings: [] as readonly Grouping[], version: 0 },
  });
  private readonly fitting = computed(() => this.stored().groupings.filter(({ of }) => of === this.asked.of));
  protected readonly label = signal('');
  protected readonly name = signal('');
  protected readonly error = signal('');
  protected readonly known = computed(() => this.fitting().map(({ label }) => label));
  private readonly meant = computed(() => this.fitting().find(({ label }) => label.toLowerCase() === this.label().toLowerCase()));
  protected readonly groups = computed(() => this.meant()?.groups.map(({ name }) => name) ?? []);
  protected readonly note = computed(() =>
    this.meant() || this.label() === ''
      ? 'What was put in another group of the same grouping by hand leaves it.'
      : `“${this.label()}” is new: a field to split, filter and spread by as soon as it is stored.`,
  );

  protected save(event: Event): void {
    event.preventDefault();
    if (this.label() === '' || this.name() === '') {
      this.error.set('Name the grouping, and the group that these are in.');
      return;
    }
    const { groupings, id } = withChosen(this.stored().groupings, this.asked, { label: this.label(), name: this.name() });
    this.api
      .call('setGroupings', {
        params: { client: this.asked.client.id },
        body: { groupings, seen: this.stored().version, by: this.person.name() },
      })
      .subscribe({
        next: () => this.reference.close(id),
        error: (problem: ApiError) => this.error.set(problem.message),
      });
  }
}

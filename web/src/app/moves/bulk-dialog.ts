import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
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
import { MatFormField, MatLabel, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { BulkRequest, ClientDetail } from '@lens/contract';
import { filter, type Observable } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { MovesService } from '../data/moves';
import { answered } from '../ui/load-state';
import { PickField } from '../ui/pick-field';
import { Waiting } from '../ui/waiting';
import { bulkChange, type BulkKind, bulkKinds, bulkView, isBudget } from './bulk-view';

/** What is to be changed together. */
interface BulkAsked {
  readonly client: ClientDetail;
  readonly members: BulkRequest['members'];
  /** “4 campaigns”. */
  readonly told: string;
}

/** Asks for one change of several campaigns or ads, and accepts it as moves; their ids come back. */
export const askForBulk = (dialogs: MatDialog, data: BulkAsked): Observable<readonly string[]> =>
  dialogs
    .open<BulkDialog, BulkAsked, readonly string[]>(BulkDialog, { data, width: '760px', maxWidth: '94vw' })
    .afterClosed()
    .pipe(filter((ids) => ids !== undefined));

/** One change of several, each with what it would do, before any of it is accepted. */
@Component({
  selector: 'ul-bulk-dialog',
  imports: [
    MatButton,
    MatDialogActions,
    MatDialogClose,
    MatDialogContent,
    MatDialogTitle,
    MatFormField,
    MatInput,
    MatLabel,
    MatSuffix,
    PickField,
    Waiting,
  ],
  template: `
    <h2 mat-dialog-title>Change {{ asked.told }}</h2>
    <mat-dialog-content>
      <div class="asked">
        <ul-pick-field label="What to do" [choices]="kinds" [value]="kind()" (chosen)="kind.set($event)" />
        @if (withNumber()) {
          <mat-form-field>
            <mat-label>{{ numberLabel() }}</mat-label>
            <input
              matInput
              #by
              type="number"
              step="any"
              placeholder="−20"
              [value]="typed()"
              (change)="typed.set(by.value)"
              (keydown.enter)="typed.set(by.value)"
            />
            <span matSuffix class="unit">{{ unit() }}</span>
          </mat-form-field>
        }
      </div>
      @if (failure()) {
        <p class="notice bad" role="alert">{{ failure() }}</p>
      }
      @if (view(); as shown) {
        <p class="sum" aria-live="polite">{{ shown.sum || 'None of these can be changed so.' }}</p>
        @if (shown.assumed) {
          <p class="quiet">{{ shown.assumed }}</p>
        }
        <ul class="moves">
          @for (line of shown.lines; track line.key) {
            <li>
              <span
                ><strong>{{ line.name }}</strong> · {{ line.change }}</span
              >
              <span>{{ line.effect }}</span>
              <span class="quiet">{{ line.rests }}</span>
            </li>
          }
          @for (line of shown.left; track $index) {
            <li class="left">
              <strong>{{ line.name }}</strong>
              <span class="quiet">Left as it is. {{ line.why }}</span>
            </li>
          }
        </ul>
      } @else if (change() === null) {
        <p class="quiet">Say by how much: a minus lowers it.</p>
      } @else if (!failure()) {
        <ul-waiting text="Working out what this would do…" />
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button mat-button type="button" mat-dialog-close>Cancel</button>
      <button mat-flat-button type="button" [disabled]="!view()?.lines?.length || sending()" (click)="accept()">
        {{ view()?.accept ?? 'Accept' }}
      </button>
    </mat-dialog-actions>
  `,
  styles: `
    .asked {
      display: grid;
      grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
      gap: 12px;
      padding-top: 8px;
    }
    .unit {
      padding-right: 12px;
    }
    .sum {
      margin: 12px 0 4px;
    }
    .moves {
      display: grid;
      gap: 10px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    .moves li {
      display: grid;
      gap: 2px;
      padding-top: 10px;
      border-top: 1px solid var(--line);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BulkDialog {
  private readonly api = inject(Api);
  private readonly moves = inject(MovesService);
  private readonly reference = inject(MatDialogRef);
  protected readonly asked = inject<BulkAsked>(MAT_DIALOG_DATA);
  protected readonly kinds = bulkKinds(this.asked.members.map(({ level }) => level));

  protected readonly kind = signal<BulkKind>('pause');
  protected readonly typed = signal('');
  protected readonly sending = signal(false);
  private readonly problem = signal('');

  protected readonly withNumber = computed(() => isBudget(this.kind()));
  protected readonly unit = computed(() => (this.kind() === 'share' ? '%' : 'a day'));
  protected readonly numberLabel = computed(() => (this.kind() === 'share' ? 'By, in percent' : 'By, in its account’s currency'));
  protected readonly change = computed(() => bulkChange(this.kind(), this.typed() === '' ? NaN : Number(this.typed())));
  private readonly request = computed(() => {
    const change = this.change();
    return change && { members: this.asked.members, change };
  });
  private readonly looked = answered(this.request, (body) =>
    this.api.call('changeInBulk', { params: { client: this.asked.client.id }, body }),
  );
  protected readonly view = computed(() => {
    const reply = this.looked.value();
    return reply && bulkView(reply, this.asked.client);
  });
  protected readonly failure = computed(() => this.problem() || this.looked.failure());

  protected accept(): void {
    const [body, looked] = [this.request(), this.looked.value()];
    if (!body || !looked) return;
    this.sending.set(true);
    this.moves.acceptInBulk(this.asked.client.id, { ...body, dataVersion: looked.dataVersion }).subscribe({
      // The newest of all are those that have just been accepted.
      next: ({ moves }) => this.reference.close(moves.slice(0, looked.moves.length).map(({ id }) => id)),
      error: ({ message }: ApiError) => {
        this.problem.set(message);
        this.sending.set(false);
      },
    });
  }
}

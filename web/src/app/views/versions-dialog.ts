import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import type { ClientDetail, StoredView } from '@lens/contract';
import type { View } from '@lens/core';
import { Api, type ApiError } from '../data/api';
import { Undo } from '../data/undo';
import { loadState } from '../ui/load-state';
import { momentText } from '../ui/moment-text';
import { asksText } from './asks-text';
import { boundTo, keepsText } from './view-state';
import { ViewsService } from './views';

export interface VersionsOf {
  readonly client: ClientDetail;
  readonly view: StoredView;
}

/** What a view was before, when, by whom and why; any of it can be made so again. */
@Component({
  selector: 'ul-versions-dialog',
  imports: [MatButton, MatDialogActions, MatDialogClose, MatDialogContent, MatDialogTitle],
  template: `
    <h2 mat-dialog-title>What “{{ of.view.label }}” was</h2>
    <mat-dialog-content>
      @if (versions(); as all) {
        <ol aria-label="Versions, the newest first">
          @for (each of all; track each.version) {
            <li>
              <span class="quiet">{{ each.when }}{{ each.by ? ', ' + each.by : '' }}{{ each.note ? ': ' + each.note : '' }}</span>
              @if (each.body; as body) {
                <span>{{ body.label }}: {{ each.asks }}{{ each.keeps ? ', keeps ' + each.keeps : '' }}</span>
                @if (!$first) {
                  <button mat-button type="button" (click)="again(body, each.when)">Make it so again</button>
                }
              } @else {
                <span class="quiet">taken away</span>
              }
            </li>
          }
        </ol>
      } @else if (state()?.state === 'failed') {
        <p class="notice bad" role="alert">{{ $any(state()).message }}</p>
      } @else {
        <p role="status">Reading its versions…</p>
      }
      @if (error()) {
        <p class="notice bad" role="alert">{{ error() }}</p>
      }
    </mat-dialog-content>
    <mat-dialog-actions align="end"><button mat-button mat-dialog-close>Close</button></mat-dialog-actions>
  `,
  styles: `
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      display: grid;
      justify-items: start;
      padding: 6px 0;
      border-bottom: 1px solid var(--line);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class VersionsDialog {
  private readonly views = inject(ViewsService);
  private readonly undo = inject(Undo);
  private readonly opened = inject<MatDialogRef<VersionsDialog>>(MatDialogRef);
  protected readonly of = inject<VersionsOf>(MAT_DIALOG_DATA);
  protected readonly error = signal('');
  private readonly params = { client: this.of.client.id, id: this.of.view.id };
  protected readonly state = toSignal(loadState(inject(Api).call('viewVersions', { params: this.params })));
  protected readonly versions = computed(() => {
    const [state, { client }] = [this.state(), this.of];
    if (state?.state !== 'ready') return null;
    const { book, labelOf } = boundTo(client);
    return state.value.versions.map((each) => ({
      ...each,
      when: momentText(each.at, client),
      asks: each.body ? asksText(each.body.asks, book, labelOf) : '',
      keeps: each.body ? keepsText(each.body.keeps, client.locale) : '',
    }));
  });

  protected again(body: View, when: string): void {
    const { client, view } = this.of;
    this.views.put(client.id, view, body, `as it was at ${when}`).subscribe({
      next: (now) => {
        this.undo.stored(`“${now.label}” is as it was at ${when}.`, () => this.views.put(client.id, now, view, 'undone'));
        this.opened.close();
      },
      error: (problem: ApiError) => this.error.set(problem.message),
    });
  }
}

import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import type { OfferedReport } from '@lens/contract';
import { switchMap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { wantedReport } from '../data/wanted-report';
import { loadState } from '../ui/load-state';

/** Reports of a connected account that are not fetched yet, to be added. */
@Component({
  selector: 'ul-add-reports',
  imports: [MatButton, MatCheckbox],
  template: `
    @switch (offers()?.state) {
      @case ('ready') {
        @for (report of $any(offers()).value; track report.id) {
          <mat-checkbox [disabled]="report.problem !== ''" [checked]="chosen().has(report.id)" (change)="toggle(report)">
            {{ report.name }} <span class="quiet">{{ report.problem }}</span>
          </mat-checkbox>
        } @empty {
          <p class="quiet">All reports of this account are fetched already.</p>
        }
        <div>
          <button mat-flat-button type="button" [disabled]="chosen().size === 0" (click)="add()">Add and fetch</button>
          <button mat-button type="button" (click)="closed.emit()">Cancel</button>
        </div>
      }
      @case ('failed') {
        <p role="alert">{{ $any(offers()).message }}</p>
      }
      @default {
        <p role="status">Asking the channel…</p>
      }
    }
    @if (error()) {
      <p role="alert">{{ error() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
      text-align: left;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AddReports {
  private readonly api = inject(Api);
  readonly connection = input.required<string>();
  /** Closed, whether or not something was added. */
  readonly closed = output();

  protected readonly offers = toSignal(
    toObservable(this.connection).pipe(switchMap((connection) => loadState(this.api.call('moreReports', { params: { connection } })))),
  );
  protected readonly chosen = signal<ReadonlyMap<string, OfferedReport>>(new Map());
  protected readonly error = signal('');

  protected toggle(report: OfferedReport): void {
    this.chosen.update((chosen) => {
      const next = new Map(chosen);
      if (!next.delete(report.id)) next.set(report.id, report);
      return next;
    });
  }

  protected add(): void {
    const reports = [...this.chosen().values()].map(wantedReport);
    this.api.call('addReports', { params: { connection: this.connection() }, body: { reports } }).subscribe({
      next: () => this.closed.emit(),
      error: (error: ApiError) => this.error.set(error.message),
    });
  }
}

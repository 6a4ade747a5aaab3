import { ChangeDetectionStrategy, Component, inject, input, linkedSignal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { Connection, OfferedReport } from '@lens/contract';
import { forkJoin, map, type Observable, of, switchMap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { wantedReport } from '../data/wanted-report';

/** A report that a connected channel offers and nobody fetches yet. */
interface Offer {
  readonly connection: Pick<Connection, 'id' | 'channelName'>;
  readonly report: OfferedReport;
}

type State =
  | { readonly is: 'closed' | 'asking' }
  | { readonly is: 'answered'; readonly offers: readonly Offer[] }
  | { readonly is: 'failed'; readonly message: string };

/** Whether a report has a column for each of some dimensions. */
export const tellsAll = ({ fields, problem }: OfferedReport, dimensions: readonly string[]): boolean =>
  problem === '' &&
  dimensions.every((dimension) => fields.some(({ becomes }) => [dimension, `${dimension} id`, `${dimension} name`].includes(becomes)));

/** Looks among what connected channels offer for a report that tells some dimensions together, and has it fetched. */
@Component({
  selector: 'ul-missing-report',
  imports: [MatButton],
  template: `
    @switch (state().is) {
      @case ('closed') {
        <button mat-button type="button" (click)="look()">Does a connected channel offer one?</button>
      }
      @case ('asking') {
        <span role="status">Asking the channels…</span>
      }
      @case ('failed') {
        <span role="alert">{{ $any(state()).message }}</span>
      }
      @case ('answered') {
        @for (offer of $any(state()).offers; track offer.connection.id + offer.report.id) {
          <span>“{{ offer.report.name }}” of {{ offer.connection.channelName }} would tell it.</span>
          <button
            mat-button
            type="button"
            [attr.aria-label]="'Fetch ' + offer.report.name + ' of ' + offer.connection.channelName"
            (click)="fetch(offer)"
          >
            Fetch it
          </button>
        } @empty {
          <span role="status">No connected channel offers a report that does.</span>
        }
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MissingReport {
  private readonly api = inject(Api);
  private readonly notices = inject(MatSnackBar);

  readonly client = input.required<string>();
  readonly dimensions = input.required<readonly string[]>();

  /** Another question is another thing to look for. */
  protected readonly state = linkedSignal<unknown, State>({
    source: () => `${this.client()} ${this.dimensions().join()}`,
    computation: () => ({ is: 'closed' }),
  });

  protected look(): void {
    this.state.set({ is: 'asking' });
    this.offers().subscribe({
      next: (offers) => this.state.set({ is: 'answered', offers }),
      error: ({ message }: ApiError) => this.state.set({ is: 'failed', message }),
    });
  }

  private offers(): Observable<readonly Offer[]> {
    const offersOf = (connection: Connection): Observable<readonly Offer[]> =>
      this.api
        .call('moreReports', { params: { connection: connection.id } })
        .pipe(map((reports) => reports.filter((each) => tellsAll(each, this.dimensions())).map((report) => ({ connection, report }))));
    return this.api
      .call('connections', { params: { client: this.client() } })
      .pipe(switchMap((all) => (all.length === 0 ? of([]) : forkJoin(all.map(offersOf)).pipe(map((offers) => offers.flat())))));
  }

  protected fetch(offer: Offer): void {
    const { connection, report } = offer;
    this.api.call('addReports', { params: { connection: connection.id }, body: { reports: [wantedReport(report)] } }).subscribe({
      next: () => {
        this.state.update((state) =>
          state.is === 'answered' ? { ...state, offers: state.offers.filter((each) => each !== offer) } : state,
        );
        this.notices.open(`“${report.name}” is being fetched; Intake shows how far it is.`, 'Close', { duration: 8000 });
      },
      error: ({ message }: ApiError) => this.state.set({ is: 'failed', message }),
    });
  }
}

import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { ClientDetail, Connection } from '@lens/contract';
import { quantity, rangeText, type Style } from '@lens/core';
import { combineLatest, EMPTY, expand, type Observable, startWith, Subject, switchMap, timer } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { AddReports } from './add-reports';
import { momentText } from '../ui/moment-text';

const POLL = 700;

/** Connected channels: what was fetched when, what runs now, what went wrong and what to do. */
@Component({
  selector: 'ul-connections-list',
  imports: [AddReports, MatButton, MatExpansionPanel, MatExpansionPanelHeader, MatFormField, MatInput],
  templateUrl: './connections-list.html',
  styleUrl: './connections-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ConnectionsList {
  private readonly api = inject(Api);
  private readonly notices = inject(MatSnackBar);
  private readonly again = new Subject<void>();
  readonly client = input.required<ClientDetail>();
  /** A fetch has ended: what the feeds hold may have changed. */
  readonly fetched = output();

  protected readonly renewing = signal('');
  /** The connection to which reports are being added. */
  protected readonly adding = signal('');
  protected readonly connections = toSignal(
    combineLatest([toObservable(this.client), this.again.pipe(startWith(undefined))]).pipe(switchMap(([client]) => this.follow(client.id))),
  );
  protected readonly lines = computed(() => (this.connections() ?? []).map((each) => lineOf(each, this.client())));
  private readonly running = computed(() => (this.connections() ?? []).some((each) => each.running));

  constructor() {
    let was = false;
    effect(() => {
      if (was && !this.running()) this.fetched.emit();
      was = this.running();
    });
  }

  protected refresh(id: string): void {
    this.send(this.api.call('refresh', { params: { connection: id } }));
  }

  protected stop(id: string): void {
    this.send(this.api.call('stopRefresh', { params: { connection: id } }));
  }

  protected accept(id: string, report: string): void {
    this.send(this.api.call('acceptColumns', { params: { connection: id, report } }));
  }

  protected renew({ id, schedule }: Connection, token: string): void {
    if (token.trim() === '') return;
    this.renewing.set('');
    const body = { token, schedule };
    this.send(
      this.api
        .call('changeConnection', { params: { connection: id }, body })
        .pipe(switchMap(() => this.api.call('refresh', { params: { connection: id } }))),
    );
  }

  protected added(): void {
    this.adding.set('');
    this.again.next();
  }

  protected disconnect(connection: Connection): void {
    const said = `Disconnected ${connection.channelName}, ${connection.accountName}. What was imported stays.`;
    this.send(this.api.call('disconnect', { params: { connection: connection.id } }), said);
  }

  /**
   * Reads the connections, and again while one of them runs:
   *   reply    r---r---d|
   *   result   r---r---d|
   */
  private follow(client: string): Observable<Connection[]> {
    const read = (): Observable<Connection[]> => this.api.call('connections', { params: { client } });
    return read().pipe(expand((all) => (all.some((each) => each.running) ? timer(POLL).pipe(switchMap(read)) : EMPTY)));
  }

  private send(work: Observable<unknown>, said = ''): void {
    work.subscribe({
      next: () => {
        this.again.next();
        if (said) this.tell(said);
      },
      error: (error: ApiError) => this.tell(error.message),
    });
  }

  private tell(message: string): void {
    this.notices.open(message, 'Close', { duration: 8000 });
  }
}

const STATES: Record<Connection['reports'][number]['state'], string> = {
  waiting: 'waiting',
  fetching: 'fetching',
  checking: 'checking',
  importing: 'importing',
  done: '',
  failed: 'not fetched',
};

function lineOf(connection: Connection, style: Style) {
  const when = (iso: string): string => momentText(iso, style);
  const failed = connection.reports.filter(({ state, error }) => state === 'failed' || error !== '').length;
  const done = connection.reports.filter(({ state }) => state === 'done').length;
  return {
    connection,
    last: connection.lastAt ? when(connection.lastAt) : 'not yet',
    next: connection.nextAt ? `next ${when(connection.nextAt)}` : '',
    summary: connection.running
      ? `${done} of ${connection.reports.length} reports fetched`
      : failed > 0
        ? `${quantity(failed, 'report needs', 'reports need', style)} a look`
        : quantity(connection.reports.length, 'report', 'reports', style),
    failed: failed > 0 && !connection.running,
    reports: connection.reports.map((report) => ({
      report,
      state: STATES[report.state],
      rows: report.rows > 0 ? quantity(report.rows, 'row', 'rows', style) : '',
      days: report.fetched ? rangeText(report.fetched, style.locale) : '',
    })),
  };
}

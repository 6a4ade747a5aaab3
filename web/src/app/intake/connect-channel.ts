import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatExpansionPanel, MatExpansionPanelHeader } from '@angular/material/expansion';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatProgressBar } from '@angular/material/progress-bar';
import { type ClientDetail, type OfferedAccount, type OfferedReport, SCHEDULES } from '@lens/contract';
import { type Day, dayOf, dayParts } from '@lens/core';
import { finalize, type Observable } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { DayField } from '../ui/day-field';
import { namedChoices } from '../ui/choices';
import { PickField, plainChoices } from '../ui/pick-field';

interface Choice extends OfferedReport {
  readonly chosen: boolean;
  readonly extra: ReadonlySet<string>;
}

/** Connects an account of a channel: token, account, reports with their fields, how far back, how often. */
@Component({
  selector: 'ul-connect-channel',
  imports: [
    DayField,
    MatButton,
    MatCheckbox,
    MatExpansionPanel,
    MatExpansionPanelHeader,
    MatFormField,
    MatInput,
    MatLabel,
    MatProgressBar,
    PickField,
    ReactiveFormsModule,
  ],
  templateUrl: './connect-channel.html',
  styleUrl: './connect-channel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ConnectChannel {
  private readonly api = inject(Api);
  readonly client = input.required<ClientDetail>();
  readonly today = input.required<number>();
  /** Closed; true when something was connected. */
  readonly closed = output<boolean>();

  protected readonly schedules = plainChoices(SCHEDULES);
  protected readonly channels = toSignal(this.api.call('offeredChannels', {}));
  protected readonly channelChoices = computed(() => namedChoices(this.channels() ?? []));
  protected readonly channel = signal('');
  protected readonly token = signal('');
  protected readonly accounts = signal<readonly OfferedAccount[] | null>(null);
  protected readonly accountChoices = computed(() =>
    (this.accounts() ?? []).map(({ id: value, name, currency, timeZone }) => ({ value, label: `${name} (${currency}, ${timeZone})` })),
  );
  protected readonly account = signal<OfferedAccount | null>(null);
  protected readonly reports = signal<readonly Choice[] | null>(null);
  protected readonly from = new FormControl<Day | null>(null);
  private readonly fromDay = toSignal(this.from.valueChanges, { initialValue: null });
  protected readonly schedule = signal<(typeof SCHEDULES)[number]>('daily');
  protected readonly busy = signal('');
  protected readonly error = signal('');

  protected readonly chosen = computed(() => (this.reports() ?? []).filter((report) => report.chosen));
  protected readonly canConnect = computed(() => this.chosen().length > 0 && this.fromDay() !== null && this.busy() === '');

  constructor() {
    effect(() => this.from.setValue(threeMonthsBefore(this.today())));
  }

  /** Another channel or token makes what was read with the old one void. */
  protected edit(part: { channel?: string; token?: string }): void {
    if (part.channel !== undefined) this.channel.set(part.channel);
    if (part.token !== undefined) this.token.set(part.token);
    this.accounts.set(null);
    this.account.set(null);
    this.reports.set(null);
    this.error.set('');
  }

  protected readAccounts(): void {
    const asked = { channel: this.channel(), token: this.token() };
    this.wait('Asking the channel for its accounts…', this.api.call('offeredAccounts', { body: asked }), (accounts) => {
      this.accounts.set(accounts);
      const own = accounts.find(({ name }) => name === this.client().name);
      if (own) this.chooseAccount(own.id);
    });
  }

  protected chooseAccount(id: string): void {
    const account = this.accounts()?.find((each) => each.id === id) ?? null;
    this.account.set(account);
    this.reports.set(null);
    if (!account) return;
    const asked = { channel: this.channel(), token: this.token(), account: id };
    this.wait('Reading what the account offers…', this.api.call('offeredReports', { body: asked }), (reports) =>
      this.reports.set(
        reports.map((report) => ({
          ...report,
          chosen: false,
          extra: new Set(report.fields.filter((field) => !field.always && field.becomes !== '').map(({ name }) => name)),
        })),
      ),
    );
  }

  protected toggle(report: string): void {
    this.change(report, (each) => ({ ...each, chosen: !each.chosen }));
  }

  protected toggleField(report: string, field: string): void {
    this.change(report, (each) => {
      const extra = new Set(each.extra);
      if (!extra.delete(field)) extra.add(field);
      return { ...each, extra };
    });
  }

  protected connect(): void {
    const account = this.account();
    const from = this.fromDay();
    if (!account || from === null) return;
    const body = {
      channel: this.channel(),
      token: this.token(),
      account: account.id,
      accountName: account.name,
      currency: account.currency,
      timeZone: account.timeZone,
      reports: this.chosen().map(({ id, name, extra }) => ({ id, name, fields: [...extra] })),
      from,
      schedule: this.schedule(),
    };
    this.wait('Connecting…', this.api.call('connect', { params: { client: this.client().id }, body }), () => this.closed.emit(true));
  }

  private change(report: string, edit: (choice: Choice) => Choice): void {
    this.reports.update((reports) => reports?.map((each) => (each.id === report ? edit(each) : each)) ?? null);
  }

  private wait<T>(words: string, work: Observable<T>, done: (value: T) => void): void {
    this.busy.set(words);
    this.error.set('');
    work.pipe(finalize(() => this.busy.set(''))).subscribe({ next: done, error: (error: ApiError) => this.error.set(error.message) });
  }
}

function threeMonthsBefore(day: number): number {
  const { year, month } = dayParts(day);
  return dayOf(month > 3 ? year : year - 1, month > 3 ? month - 3 : month + 9, 1) ?? day - 92;
}

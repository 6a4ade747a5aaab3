import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { type FormArray, FormBuilder, type FormGroup, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { ClientDetail, Promises } from '@lens/contract';
import {
  breakEvenRoas,
  type CountedBy,
  type DateBasis,
  type Day,
  dayOf,
  dayParts,
  formatNumber,
  BUILT_IN_BOOK,
  ORDERS_MEANT,
  ORDERS_WORDS,
  type OrdersMeant,
  TARGET_METRICS,
  USUAL_TARGET,
  type TargetMetric,
} from '@lens/core';
import { map, type Observable, tap } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { counterNames } from '../data/counted-choices';
import { FocusService } from '../data/focus';
import { Person } from '../data/person';
import { Undo } from '../data/undo';
import type { Choice } from '../ui/choices';
import { DayField } from '../ui/day-field';
import { EarlierVersions, PUT_IN } from '../ui/earlier';
import { LateNotice } from '../ui/late-notice';
import { NeedClient } from '../ui/need-client';
import { PickField } from '../ui/pick-field';
import { AcceptingHoursField, hoursOfRow, type HoursRow, hoursRow } from './accepting-hours';
import { balanceOfRow, type BalanceRow, balanceRow, Balances } from './balances';
import { frequencyOfRow, type FrequencyRow, frequencyRow, WantedFrequencies } from './wanted-frequencies';
import { numberOfRow, type NumberRow, numberRow, OwnNumbers } from './own-numbers';
import { RowList } from './row-list';

/** Targets, margin, monthly budget and other numbers of a client, each with its days. */
@Component({
  selector: 'ul-promises-page',
  imports: [
    AcceptingHoursField,
    Balances,
    DayField,
    LateNotice,
    MatButton,
    MatFormField,
    MatInput,
    NeedClient,
    OwnNumbers,
    PickField,
    ReactiveFormsModule,
    RowList,
    WantedFrequencies,
  ],
  templateUrl: './promises-page.html',
  styleUrl: './promises-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PromisesPage {
  private readonly api = inject(Api);
  private readonly forms = inject(FormBuilder).nonNullable;
  private readonly undo = inject(Undo);
  private readonly focus = inject(FocusService);
  private readonly person = inject(Person);
  private readonly versions = inject(EarlierVersions);

  protected readonly client = this.focus.client;
  protected readonly countedBy = computed(() => counterNames(this.client()?.promises.targets.map((target) => target.countedBy) ?? []));
  protected readonly bases: readonly Choice<DateBasis>[] = [
    { value: 'sale', label: 'sale date' },
    { value: 'click', label: 'click date' },
  ];
  protected readonly ordersMeant = ORDERS_MEANT.map((value) => ({ value, label: ORDERS_WORDS[value] }));
  private readonly failed = signal<ApiError | null>(null);
  protected readonly error = computed(() => this.failed()?.message ?? '');
  protected readonly isLate = computed(() => this.failed()?.problem.status === 409);
  /** What is stored, as far as is known here. */
  private kept: Pick<ClientDetail, 'promises' | 'promisesVersion'> | null = null;
  protected readonly metrics = Object.entries(TARGET_METRICS).map(([value, { bound }]) => ({
    value,
    label: `${BUILT_IN_BOOK.named(value as TargetMetric).label} ${bound}`,
  }));
  protected readonly form = this.forms.group({
    targets: this.forms.array<ReturnType<typeof this.targetRow>>([]),
    margins: this.forms.array<ReturnType<typeof this.numberRow>>([]),
    budgets: this.forms.array<ReturnType<typeof this.numberRow>>([]),
    rates: this.forms.array<ReturnType<typeof this.rateRow>>([]),
    numbers: this.forms.array<NumberRow>([]),
    balances: this.forms.array<BalanceRow>([]),
    hours: this.forms.array<HoursRow>([]),
    frequencies: this.forms.array<FrequencyRow>([]),
  });
  private shown = '';
  private read = '';
  protected readonly breakEven = computed(() => {
    const client = this.client();
    const roas = breakEvenRoas(client?.promises.margins.at(-1)?.share);
    return client && roas !== undefined ? `Break-even ROAS ${formatNumber(roas, 'ratio', client)}` : '';
  });

  constructor() {
    effect(() => {
      const client = this.client();
      const document = JSON.stringify([client?.id, client?.promises]);
      if (client && document !== this.read) {
        this.read = document;
        this.show(client);
      }
    });
  }

  /** Currencies of accounts that are not the client's own. */
  protected readonly foreign = computed(() => {
    const client = this.client();
    const currencies = client?.accounts.map(({ currency }) => currency) ?? [];
    return [...new Set(currencies)].filter((each) => each !== client?.currency).sort();
  });

  protected readonly channels = computed((): readonly Choice<string>[] =>
    [...new Set(this.client()?.accounts.map(({ channelName }) => channelName))].map((name) => ({ value: name, label: name })),
  );

  protected add(list: List): void {
    const { year, month } = dayParts(this.focus.clock()?.today ?? 0);
    const days = { from: dayOf(year, month, 1) ?? null, to: dayOf(year, 12, 31) ?? null };
    if (list === 'targets')
      this.form.controls.targets.push(
        this.targetRow({
          metric: USUAL_TARGET[this.client()?.metricSet ?? 'shop'],
          value: null,
          countedBy: 'orders',
          basis: 'sale',
          orders: 'matched',
          ...days,
        }),
      );
    else if (list === 'numbers') this.form.controls.numbers.push(numberRow(this.forms, { name: '', unit: 'money', value: null, ...days }));
    else if (list === 'balances')
      this.form.controls.balances.push(
        balanceRow(this.forms, { channel: this.channels()[0]?.value ?? '', amount: null, day: this.focus.clock()?.today ?? null }),
      );
    else if (list === 'hours')
      this.form.controls.hours.push(hoursRow(this.forms, { weekdays: [0, 1, 2, 3, 4, 5, 6], opens: 8, closes: 20, ...days }));
    else if (list === 'frequencies') this.form.controls.frequencies.push(frequencyRow(this.forms, { least: null, most: null, ...days }));
    else if (list === 'rates') this.form.controls.rates.push(this.rateRow({ currency: this.foreign()[0] ?? '', number: null, ...days }));
    else this.form.controls[list].push(this.numberRow({ number: null, ...days }));
    this.form.markAsDirty();
  }

  protected remove(list: List, at: number): void {
    const rows = this.form.controls[list] as FormArray<FormGroup>;
    const row = rows.at(at);
    rows.removeAt(at);
    this.form.markAsDirty();
    this.undo.remember(() => {
      // Another list stands there when it was filled anew.
      if (this.form.controls[list] !== (rows as unknown)) return false;
      rows.insert(at, row);
      return true;
    });
  }

  protected save(): void {
    const client = this.client();
    if (!client || this.form.invalid) return;
    this.failed.set(null);
    const put = (promises: Promises): Observable<unknown> =>
      this.api
        .call('setPromises', {
          params: { client: client.id },
          body: { ...promises, seen: this.kept?.promisesVersion ?? 0, by: this.person.name() },
        })
        .pipe(
          tap(({ version }) => {
            this.kept = { promises, promisesVersion: version };
            this.focus.refresh();
          }),
        );
    const before = this.kept?.promises ?? client.promises;
    put(this.values()).subscribe({
      next: () => {
        this.form.markAsPristine();
        this.undo.stored('Saved. Every screen uses it from now on.', () => put(before));
      },
      error: (error: ApiError) => this.failed.set(error),
    });
  }

  /** Shows what somebody else stored; what stood here comes back by undoing. */
  protected takeTheirs(): void {
    this.readTheirs((theirs) => this.show(theirs));
  }

  /** Stores what stands here over what somebody else stored. */
  protected keepMine(): void {
    this.readTheirs(() => this.save());
  }

  protected before(): void {
    const params = { client: this.client()?.id ?? '' };
    const versions = this.api.call('promisesVersions', { params }).pipe(map((reply) => reply.versions));
    this.versions.choose({ ...PUT_IN, versions }, ({ body }) => {
      this.replace(body);
      this.form.markAsDirty();
    });
  }

  private readTheirs(use: (theirs: ClientDetail) => void): void {
    this.api.call('client', { params: { client: this.client()?.id ?? '' } }).subscribe({
      next: (theirs) => {
        this.kept = theirs;
        this.failed.set(null);
        use(theirs);
      },
      error: (error: ApiError) => this.failed.set(error),
    });
  }

  private show(client: ClientDetail): void {
    const { id, promises } = client;
    const isSame = this.shown === id;
    [this.shown, this.read, this.kept] = [id, JSON.stringify([id, promises]), client];
    if (isSame) this.replace(promises);
    else this.fill(promises);
  }

  /** Puts others on the screen; what was written there and not stored comes back by undoing. */
  private replace(promises: Promises): void {
    const [form, mine] = [this.form, this.values()];
    if (form.dirty)
      this.undo.remember(() => {
        this.fill(mine);
        form.markAsDirty();
        return true;
      });
    this.fill(promises);
  }

  private fill({ targets, margins, budgets, rates, numbers, balances, hours, frequencies }: Promises): void {
    this.form.setControl('targets', this.forms.array(targets.map((target) => this.targetRow(target))));
    this.form.setControl(
      'margins',
      this.forms.array(margins.map((margin) => this.numberRow({ ...margin, number: Math.round(margin.share * 1e6) / 1e4 }))),
    );
    this.form.setControl('budgets', this.forms.array(budgets.map((budget) => this.numberRow({ ...budget, number: budget.amount }))));
    this.form.setControl('rates', this.forms.array(rates.map((each) => this.rateRow({ ...each, number: each.rate }))));
    this.form.setControl('numbers', this.forms.array(numbers.map((each) => numberRow(this.forms, each))));
    this.form.setControl('balances', this.forms.array(balances.map((each) => balanceRow(this.forms, each))));
    this.form.setControl('hours', this.forms.array(hours.map((each) => hoursRow(this.forms, each))));
    this.form.setControl('frequencies', this.forms.array(frequencies.map((each) => frequencyRow(this.forms, each))));
    this.form.markAsPristine();
  }

  private values(): Promises {
    const { targets, margins, budgets, rates, numbers, balances, hours, frequencies } = this.form.getRawValue();
    const days = (row: Days) => ({ from: row.from ?? 0, to: row.to ?? 0 });
    return {
      targets: targets.map((row) => ({
        metric: row.metric,
        value: Number(row.value),
        countedBy: row.countedBy,
        basis: row.basis,
        orders: row.orders,
        ...days(row),
      })),
      margins: margins.map((row) => ({ share: Number(row.number) / 100, ...days(row) })),
      budgets: budgets.map((row) => ({ amount: Number(row.number), ...days(row) })),
      rates: rates.map((row) => ({ currency: row.currency.trim().toUpperCase(), rate: Number(row.number), ...days(row) })),
      numbers: numbers.map(numberOfRow),
      balances: balances.map(balanceOfRow),
      hours: hours.map(hoursOfRow),
      frequencies: frequencies.map(frequencyOfRow),
    };
  }

  private targetRow(
    row: Days & { metric: TargetMetric; value: number | null; countedBy: CountedBy; basis: DateBasis; orders: OrdersMeant },
  ) {
    return this.forms.group({
      metric: [row.metric],
      value: [row.value, [Validators.required, Validators.min(0.0001)]],
      countedBy: [row.countedBy],
      basis: [row.basis],
      orders: [row.orders],
      from: [row.from, Validators.required],
      to: [row.to, Validators.required],
    });
  }

  private rateRow({ currency, ...row }: Days & { currency: string; number: number | null }) {
    return this.forms.group({
      currency: [currency, [Validators.required, Validators.pattern(/^[A-Za-z]{3}$/)]],
      ...this.numberRow(row).controls,
    });
  }

  private numberRow(row: Days & { number: number | null }) {
    return this.forms.group({
      number: [row.number, [Validators.required, Validators.min(0.0001)]],
      from: [row.from, Validators.required],
      to: [row.to, Validators.required],
    });
  }
}

type List = 'targets' | 'margins' | 'budgets' | 'rates' | 'numbers' | 'balances' | 'hours' | 'frequencies';

/** Null while a field holds no day. */
interface Days {
  readonly from: Day | null;
  readonly to: Day | null;
}

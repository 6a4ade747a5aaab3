import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import {
  MAT_DIALOG_DATA,
  MatDialogActions,
  MatDialogClose,
  MatDialogContent,
  MatDialogRef,
  MatDialogTitle,
} from '@angular/material/dialog';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { ClientDetail, Job } from '@lens/contract';
import { type Day, formatDay, LOT_UNITS, type LotUnit, type Mapping, type Role } from '@lens/core';
import { last, type Observable, switchMap, throwError } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { Jobs } from '../data/jobs';
import { Person } from '../data/person';
import { DayField } from '../ui/day-field';
import { PickField, plainChoices } from '../ui/pick-field';

/** A lot entered by hand. It goes in by the same door as a list of lots, so that it can be traced and taken back. */
@Component({
  selector: 'ul-new-lot-dialog',
  imports: [
    DayField,
    MatButton,
    MatDialogActions,
    MatDialogClose,
    MatDialogContent,
    MatDialogTitle,
    MatFormField,
    MatInput,
    MatLabel,
    PickField,
    ReactiveFormsModule,
  ],
  templateUrl: './new-lot-dialog.html',
  styleUrl: './new-lot-dialog.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewLotDialog {
  private readonly api = inject(Api);
  private readonly jobs = inject(Jobs);
  private readonly reference = inject(MatDialogRef);
  protected readonly data = inject<{ client: ClientDetail; today: number }>(MAT_DIALOG_DATA);
  private readonly person = inject(Person).name;
  protected readonly accounts = this.data.client.accounts.map(({ id, channelName, name, currency }) => ({
    value: id,
    label: `${channelName} · ${name}, ${currency}`,
  }));
  protected readonly units = plainChoices(LOT_UNITS);
  protected readonly error = signal('');
  protected readonly busy = signal(false);
  private readonly forms = inject(FormBuilder).nonNullable;
  protected readonly form = this.forms.group({
    account: [this.data.client.accounts[0]?.id ?? '', Validators.required],
    seller: ['', Validators.required],
    lot: ['', Validators.required],
    day: [this.data.today as Day | null, Validators.required],
    unit: this.forms.control<LotUnit>('clicks'),
    agreed: [null as number | null, Validators.min(1)],
    price: [null as number | null, [Validators.required, Validators.min(0)]],
    link: ['', Validators.required],
    delivered: [null as number | null, Validators.min(0)],
  });

  protected save(): void {
    const { lot } = this.form.getRawValue();
    this.busy.set(true);
    this.error.set('');
    this.bring().subscribe({
      next: (job) => {
        this.busy.set(false);
        if (job.state === 'done') this.reference.close(lot);
        else this.error.set(job.error ?? 'The lot was not stored.');
      },
      error: (error: ApiError) => {
        this.busy.set(false);
        this.error.set(error.message);
      },
    });
  }

  /** Sends the lot as a file of one row, checks it and imports it beside what is there. */
  private bring(): Observable<Job> {
    const { account, unit, ...values } = this.form.getRawValue();
    const row = {
      Lot: values.lot,
      Seller: values.seller,
      Day: formatDay(values.day ?? this.data.today),
      Price: values.price,
      Link: values.link,
      Agreed: values.agreed,
      Delivered: values.delivered,
    };
    const file = new File([JSON.stringify([row])], `lot ${values.lot} by hand.json`, { type: 'application/json' });
    return this.api.upload(file).pipe(
      switchMap(({ files: [stored] }) => {
        if (!stored) return throwError(() => new Error('The lot could not be sent.'));
        return this.api.call('check', {
          params: { client: this.data.client.id },
          body: {
            file: stored.hash,
            fileName: stored.name,
            layout: { format: 'json', encoding: 'utf-8', delimiter: ',', sheet: '', titleLines: 0 },
            account,
            feed: { name: 'Lots by hand' },
            mapping: mappingOf(unit),
            covers: null,
            pictures: [],
          },
        });
      }),
      switchMap((job) => this.jobs.follow(job).pipe(last())),
      switchMap((job) => {
        const [problem] = job.report?.problems ?? [];
        if (job.state !== 'ready' || problem) return throwError(() => new Error(job.error ?? `${problem?.column}: ${problem?.message}`));
        return this.api.call('import', { params: { job: job.id }, body: { absent: 'keep', person: this.person(), keepFile: true } });
      }),
      switchMap((job) => this.jobs.follow(job).pipe(last())),
    );
  }
}

/** How the one row is read, in the order it is written. */
const mappingOf = (unit: LotUnit): Mapping => ({
  kind: 'lots',
  action: 'purchase',
  dateOrder: 'year first',
  decimal: '.',
  decimals: [],
  steps: [],
  countedBy: 'orders',
  columns: [
    { role: 'lot id' },
    { role: 'seller' },
    { role: 'day' },
    { role: 'price' },
    { role: 'lot link' },
    { role: 'agreed', unit },
    { role: 'delivered' },
  ] satisfies Role[],
});

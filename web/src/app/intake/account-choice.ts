import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { ClientDetail, NewCheck } from '@lens/contract';
import { CHANNEL_KINDS, type ChannelKind } from '@lens/core';
import { map } from 'rxjs';
import { Api } from '../data/api';
import { namedChoices } from '../ui/choices';
import { PickField, plainChoices } from '../ui/pick-field';
import { SearchField } from '../ui/search-field';
import { TIME_ZONES } from '../ui/time-zones';

const NEW = 'new';

/** The account a file comes from, an own one or one to be made; null while it is not said. */
export type AccountOfFile = NewCheck['account'] | null;

/** Asks which account a file comes from. A new one is made when the file is imported, not before. */
@Component({
  selector: 'ul-account-choice',
  imports: [MatFormField, MatInput, MatLabel, PickField, ReactiveFormsModule, SearchField],
  template: `
    <form class="fields" [formGroup]="form">
      <ul-pick-field label="Account" placeholder="Choose one…" formControlName="account" [choices]="accounts()" [asked]="asked()" />
      @if (written().account === newMark) {
        <ul-pick-field label="Channel" formControlName="channel" [choices]="channels()" />
        @if (written().channel === newMark) {
          <mat-form-field><mat-label>Channel name</mat-label><input matInput formControlName="channelName" /></mat-form-field>
          <ul-pick-field label="Kind" formControlName="kind" [choices]="kinds" />
        }
        <mat-form-field><mat-label>Account name</mat-label><input matInput formControlName="name" /></mat-form-field>
        <mat-form-field><mat-label>Its currency</mat-label><input matInput maxlength="3" formControlName="currency" /></mat-form-field>
        <ul-search-field label="Its time zone" formControlName="timeZone" [groups]="zones" />
      }
    </form>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AccountChoice {
  readonly client = input.required<ClientDetail>();
  /** The account the file is taken to be of. */
  readonly known = input.required<string>();
  readonly changed = output<{ account: AccountOfFile; problem: string; currency: string }>();

  protected readonly newMark = NEW;
  protected readonly kinds = plainChoices(CHANNEL_KINDS);
  protected readonly zones = [{ label: '', choices: plainChoices(TIME_ZONES) }];
  private readonly offered = toSignal(inject(Api).call('channels', {}), { initialValue: [] });
  protected readonly channels = computed(() => [{ value: NEW, label: 'A new channel…' }, ...namedChoices(this.offered())]);
  protected readonly accounts = computed(() => [
    ...this.client().accounts.map(({ id: value, channelName, name }) => ({ value, label: `${channelName} · ${name}` })),
    { value: NEW, label: 'A new account…' },
  ]);
  private readonly forms = inject(FormBuilder).nonNullable;
  protected readonly form = this.forms.group({
    account: [''],
    channel: [NEW],
    channelName: [''],
    kind: this.forms.control<ChannelKind>('search'),
    name: ['', Validators.required],
    currency: [''],
    timeZone: this.forms.control(''),
  });
  protected readonly written = toSignal(this.form.valueChanges.pipe(map(() => this.form.getRawValue())), {
    initialValue: this.form.getRawValue(),
  });
  /** A file in the wrong account is a wrong total nobody notices, so it is never guessed. */
  protected readonly asked = computed(() => this.written().account === '');

  constructor() {
    effect(() => {
      const known = this.known();
      // What is chosen stays when the client is only read again.
      const { accounts, currency, timeZone } = untracked(this.client);
      this.form.patchValue({ account: known || (accounts.length === 0 ? NEW : ''), currency, timeZone });
    });
    effect(() => this.changed.emit(this.said()));
  }

  private said(): { account: AccountOfFile; problem: string; currency: string } {
    const { account, channel, channelName, kind, name, timeZone, ...written } = this.written();
    const own = this.client().accounts.find(({ id }) => id === account);
    if (account !== NEW) return { account: own?.id ?? null, problem: own ? '' : ASK, currency: own?.currency ?? this.client().currency };
    const currency = written.currency.toUpperCase();
    const made = { channel: channel === NEW ? { name: channelName, kind } : channel, name, currency, timeZone };
    const isNamed = name.trim() !== '' && (channel !== NEW || channelName.trim() !== '');
    const problem = !isNamed ? 'Name the new account and its channel.' : /^[A-Z]{3}$/.test(currency) ? '' : CURRENCY;
    return { account: made, problem, currency };
  }
}

const ASK = 'Choose the account this file comes from.';
const CURRENCY = 'Give the account’s currency by its three letters, such as GBP.';

import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatDialog } from '@angular/material/dialog';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { ClientDetail, RuleBody, StandingRulesReply, StatedRule } from '@lens/contract';
import { filter, finalize } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { Person } from '../data/person';
import { type Confirm, ConfirmDialog } from '../ui/confirm-dialog';
import { answered } from '../ui/load-state';
import { Waiting } from '../ui/waiting';
import { Rehearsal } from './rehearsal';
import { RuleSentence } from './rule-sentence';

/** A rule that is written: a new one, or a version of one. */
export interface RuleDraft {
  /** Null for a new one. */
  readonly id: string | null;
  readonly version: number;
  readonly isOfAgency: boolean;
  readonly rule: RuleBody;
}

/** Writes a standing rule, rehearses it on the weeks before, and keeps it or turns it on. */
@Component({
  selector: 'ul-rule-editor',
  imports: [MatButton, MatCheckbox, MatFormField, MatInput, MatLabel, Rehearsal, RuleSentence, Waiting],
  template: `
    <div class="name">
      <mat-form-field>
        <mat-label>Name of the rule</mat-label>
        <input matInput #name maxlength="80" [value]="rule().label" (change)="rule.set({ ...rule(), label: name.value.trim() })" />
      </mat-form-field>
      <mat-checkbox [checked]="isOfAgency()" (change)="isOfAgency.set($event.checked)">For all clients</mat-checkbox>
    </div>
    <ul-rule-sentence [rule]="rule()" [client]="client()" (changed)="rule.set($event)" />
    @if (problem()) {
      <p class="notice bad" role="alert">{{ problem() }}</p>
    }
    <div class="buttons">
      <button mat-flat-button type="button" [disabled]="isRehearsed()" (click)="asked.set(rule())">Rehearse</button>
      <button
        mat-stroked-button
        type="button"
        [disabled]="isBusy() || !rehearsed.value() || !isRehearsed()"
        [attr.title]="isRehearsed() ? null : 'Rehearse it first'"
        (click)="store('on')"
      >
        Turn on
      </button>
      <button mat-stroked-button type="button" [disabled]="isBusy()" (click)="store('draft')">Keep as a draft</button>
      <button mat-button type="button" (click)="cancelled.emit()">Cancel</button>
    </div>
    @if (isRehearsed()) {
      @if (rehearsed.value(); as reply) {
        <ul-rehearsal [reply]="reply" [of]="rule().of" [style]="client()" />
      } @else if (rehearsed.failure()) {
        <p class="notice bad" role="alert">{{ rehearsed.failure() }}</p>
      } @else {
        <ul-waiting text="Running it over the last twelve weeks…" />
      }
    }
  `,
  styles: `
    .name {
      display: flex;
      gap: 16px;
      align-items: baseline;
      --field-width: 360px;
    }
    .buttons {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin-bottom: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleEditor {
  private readonly api = inject(Api);
  private readonly person = inject(Person);
  private readonly dialogs = inject(MatDialog);
  readonly client = input.required<ClientDetail>();
  readonly draft = input.required<RuleDraft>();
  readonly stored = output<StandingRulesReply>();
  readonly cancelled = output();

  protected readonly rule = linkedSignal(() => this.draft().rule);
  protected readonly isOfAgency = linkedSignal(() => this.draft().isOfAgency);
  /** What was rehearsed last: a rule that was changed since is to be rehearsed again before it is turned on. */
  protected readonly asked = signal<RuleBody | null>(null);
  protected readonly isRehearsed = computed(() => this.asked() === this.rule());
  protected readonly rehearsed = answered(this.asked, (body) =>
    this.api.call('rehearseRule', { params: { client: this.client().id }, body }),
  );
  protected readonly problem = signal('');
  protected readonly isBusy = signal(false);

  protected store(state: StatedRule['state'], sure = false): void {
    const [{ id, version }, client] = [this.draft(), this.client().id];
    const body = { ...this.rule(), state, sure, seen: version, by: this.person.name(), note: '', isOfAgency: this.isOfAgency() };
    const storing =
      id === null
        ? this.api.call('addStandingRule', { params: { client }, body })
        : this.api.call('changeStandingRule', { params: { client, id }, body });
    this.problem.set('');
    this.isBusy.set(true);
    storing.pipe(finalize(() => this.isBusy.set(false))).subscribe({
      next: (reply) => this.stored.emit(reply),
      error: (error: ApiError) => (ASKED_TWICE.has(error.problem.title) ? this.askTwice(error) : this.problem.set(error.message)),
    });
  }

  /** A rule that proposes nearly everything, or would have hurt, is turned on only by who says so again. */
  private askTwice({ problem: { title, detail } }: ApiError): void {
    this.dialogs
      .open<ConfirmDialog, Confirm, boolean>(ConfirmDialog, { width: '460px', data: { title, text: detail, action: 'Turn it on' } })
      .afterClosed()
      .pipe(filter((isSure) => isSure === true))
      .subscribe(() => this.store('on', true));
  }
}

const ASKED_TWICE: ReadonlySet<string> = new Set(['Nearly everything', 'It would have hurt']);

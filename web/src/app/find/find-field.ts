import { ChangeDetectionStrategy, Component, computed, type ElementRef, inject, input, signal, viewChild } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatAutocomplete, type MatAutocompleteSelectedEvent, MatAutocompleteTrigger, MatOption } from '@angular/material/autocomplete';
import { MatFormField, MatSuffix } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router } from '@angular/router';
import { catchError, map, of, switchMap } from 'rxjs';
import { FOCUS_KEYS } from '../data/address';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { DashboardsService } from '../dashboards/dashboards';
import { ViewsService } from '../views/views';
import type { Thing } from './thing';
import { daysFound, memberThing, thingsFound, thingsOf, usedNow } from './things';
import { UsedLately } from './used-lately';

const MOST_THINGS = 7;
/** One letter is in too many names to mean any. */
const SHORTEST_OF_MEMBERS = 2;
/** As many as are looked through at once. */
const MOST_CLIENTS = 200;
const NO_MEMBERS = { typed: '', members: [], count: 0 };

/** Goes to anything that has a name: screens, clients, views, dashboards, metrics, days, and members of any client. */
@Component({
  selector: 'ul-find-field',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatFormField, MatInput, MatOption, MatSuffix],
  template: `
    <mat-form-field class="bare" subscriptSizing="dynamic">
      <input
        #box
        #trigger="matAutocompleteTrigger"
        matInput
        type="search"
        autocomplete="off"
        maxlength="100"
        placeholder="Find anything"
        aria-label="Find anything"
        aria-keyshortcuts="/"
        [matAutocomplete]="list"
        (focus)="isOpen.set(true)"
        (input)="isOpen.set(true); typed.set(box.value)"
        (blur)="trigger.panelOpen || rest()"
      />
      <kbd matSuffix aria-hidden="true">/</kbd>
      <mat-autocomplete
        #list
        autoActiveFirstOption
        panelWidth="480px"
        [displayWith]="nothing"
        (optionSelected)="go($event)"
        (closed)="shut()"
      >
        @for (thing of shown(); track thing.id) {
          <mat-option [value]="thing">
            <span class="label">{{ thing.label }}</span> <small>{{ thing.kind }}</small>
          </mat-option>
        } @empty {
          @if (typed().trim() !== '' && isOpen()) {
            <mat-option disabled>{{ isLooking() ? 'Looking…' : 'Nothing is called so.' }}</mat-option>
          }
        }
        @if (more() > 0) {
          <mat-option disabled>{{ more() }} more are called so: write on.</mat-option>
        }
      </mat-autocomplete>
    </mat-form-field>
  `,
  styleUrl: './find-field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindField {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly router = inject(Router);
  private readonly used = inject(UsedLately);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');

  /** Whether the screen looks at days. */
  readonly hasDays = input.required<boolean>();
  protected readonly isOpen = signal(false);
  protected readonly typed = signal('');
  /** Nothing is read for somebody who looks for nothing. */
  private readonly client = computed(() => (this.isOpen() ? (this.focus.client() ?? null) : null));
  private readonly clients = toSignal(this.api.call('clients', {}), { initialValue: [] });
  private readonly views = toSignal(toObservable(this.client).pipe(inject(ViewsService).follow));
  private readonly dashboards = toSignal(toObservable(this.client).pipe(inject(DashboardsService).follow));
  private readonly things = computed(() => {
    const [views, dashboards] = [this.views(), this.dashboards()];
    return thingsOf({
      clients: this.clients(),
      client: this.client(),
      views: views?.state === 'ready' ? views.value.views : [],
      dashboards: dashboards?.state === 'ready' ? dashboards.value.dashboards : [],
    });
  });
  /** Clients whose members are looked through, the one in focus first. */
  private readonly asked = computed(() => {
    const own = this.client()?.id;
    const ids = this.clients().map(({ id }) => id);
    const typed = this.typed().trim();
    return typed.length < SHORTEST_OF_MEMBERS || ids.length === 0
      ? null
      : { typed, clients: [...ids.filter((id) => id === own), ...ids.filter((id) => id !== own)].slice(0, MOST_CLIENTS) };
  });
  private readonly members = toSignal(
    toObservable(this.asked).pipe(
      switchMap((body) =>
        body
          ? this.api.call('find', { body }).pipe(
              catchError(() => of(NO_MEMBERS)),
              map((found) => ({ ...found, typed: body.typed })),
            )
          : of(NO_MEMBERS),
      ),
    ),
    { initialValue: NO_MEMBERS },
  );
  protected readonly isLooking = computed(() => (this.asked()?.typed ?? '') !== this.members().typed);
  protected readonly more = computed(() => this.members().count - this.members().members.length);
  protected readonly shown = computed((): readonly Thing[] => {
    if (!this.isOpen()) return [];
    const [typed, used, things] = [this.typed(), this.used.things(), this.things()];
    const own = this.client();
    const lately = usedNow(used, things, { clients: this.clients(), client: own });
    if (typed.trim() === '') return lately.length > 0 ? lately : things.filter(({ kind }) => kind === 'screen');
    const names = new Map(this.clients().map(({ id, name }) => [id, name]));
    const ids = used.map(({ id }) => id);
    return [
      ...daysFound(typed, this.focus.clock()?.today ?? 0, own?.locale ?? 'en-GB'),
      ...thingsFound(things, typed, ids, MOST_THINGS),
      ...this.members().members.map((member) => memberThing(member, member.client === own?.id ? null : (names.get(member.client) ?? ''))),
    ];
  });
  protected readonly nothing = (): string => '';

  /** To be written in. */
  begin(): void {
    this.box().nativeElement.focus();
  }

  protected go({ option }: MatAutocompleteSelectedEvent): void {
    const thing = option.value as Thing;
    this.used.note(thing);
    const [path, search] = this.router.url.split('?');
    const params = new URLSearchParams(search ?? '');
    const focus = Object.fromEntries(FOCUS_KEYS.map((key) => [key, params.get(key)]));
    // What is changed is changed where it is looked at; where no days are looked at, in Compare.
    const stays = thing.path === null && (thing.kind === 'client' ? path !== '/clients' : this.hasDays());
    if (stays) void this.router.navigate([], { queryParams: thing.query, queryParamsHandling: 'merge' });
    else void this.router.navigate([thing.path ?? '/compare'], { queryParams: { ...focus, ...thing.query } });
    this.rest();
  }

  /** The list gives the keys back to the field: whoever has gone somewhere wants them there. */
  protected shut(): void {
    if (!this.isOpen()) this.box().nativeElement.blur();
  }

  protected rest(): void {
    this.box().nativeElement.value = '';
    this.typed.set('');
    this.isOpen.set(false);
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { catchError, concatMap, EMPTY, forkJoin, from, ignoreElements, switchMap } from 'rxjs';
import { Api } from '../data/api';
import { FocusService } from '../data/focus';
import { loadState } from '../ui/load-state';
import { Waiting } from '../ui/waiting';
import { daysOfAll, findingsOfAll } from './all-audits-view';

/** What is off over all clients, as the newest audit of each says. */
@Component({
  selector: 'ul-all-audits-page',
  imports: [MatButton, RouterLink, Waiting],
  template: `
    <section class="page">
      <h1>What is off, over all clients?</h1>
      @if (state()?.state === 'failed') {
        <div class="notice bad" role="alert">{{ $any(state()).message }}</div>
      } @else if (findings() === null) {
        <ul-waiting text="Reading the newest audits…" />
      } @else {
        <p class="quiet">
          From the audit that is made of each client by itself after data has arrived{{ days() ? ', of ' + days() : '' }}. The most of a
          client’s spend at stake comes first.
          @if (silent().length > 0) {
            Not made yet: {{ silent().join(', ') }}.
          }
          <button mat-button type="button" [disabled]="isMaking()" (click)="make()">Make them now</button>
        </p>
        @if (isMaking()) {
          <ul-waiting text="Looking into every client…" />
        }
        <ol>
          @for (finding of findings()!; track finding.key) {
            <li>
              <span class="client">{{ finding.client }}</span>
              <span>
                <a routerLink="/audit" [queryParams]="finding.query" queryParamsHandling="merge">{{ finding.says }}</a>
                <span class="quiet small">
                  {{ finding.group }}{{ finding.isNew ? ' · new' : '' }}{{ finding.assigned ? ' · with ' + finding.assigned : '' }}
                </span>
              </span>
              <span class="stake">{{ finding.stake }}</span>
            </li>
          } @empty {
            <li>Nothing is off.</li>
          }
        </ol>
      }
    </section>
  `,
  styles: `
    ol {
      margin: 12px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 170px 1fr 190px;
      gap: 18px;
      padding: 8px 4px;
      border-top: 1px solid var(--line);
    }
    .client {
      font-weight: 600;
    }
    .small {
      display: block;
      font-size: 13px;
    }
    .stake {
      text-align: right;
      font-variant-numeric: tabular-nums;
    }
    @media (max-width: 900px) {
      li {
        grid-template-columns: 1fr;
        gap: 2px;
      }
      .stake {
        text-align: left;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AllAuditsPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly reread = signal(0);
  protected readonly isMaking = signal(false);
  protected readonly state = toSignal(
    toObservable(this.reread).pipe(
      switchMap(() => loadState(forkJoin({ reply: this.api.call('audits', {}), clients: this.api.call('clients', {}) }))),
    ),
  );
  private readonly known = computed(() => {
    const state = this.state();
    return state?.state === 'ready' ? state.value : null;
  });
  protected readonly findings = computed(() => {
    const [known, today] = [this.known(), this.focus.clock()?.today];
    if (!known || today === undefined) return null;
    const styles = new Map(known.clients.map(({ id, locale, currency }) => [id, { locale, currency }]));
    return findingsOfAll(known.reply, today, (client) => styles.get(client) ?? { locale: 'en', currency: '' });
  });
  protected readonly days = computed(() => {
    const known = this.known();
    return known ? daysOfAll(known.reply, known.clients[0]?.locale ?? 'en') : '';
  });
  /** Clients of which no audit was made yet. */
  protected readonly silent = computed(() => {
    const made = new Set(this.known()?.reply.audits.map(({ client }) => client));
    return this.known()?.clients.flatMap(({ id, name }) => (made.has(id) ? [] : [name])) ?? [];
  });

  /** Makes the audit of one client after the other. */
  protected make(): void {
    this.isMaking.set(true);
    from(this.known()?.clients ?? [])
      .pipe(
        // A client without data has none; the others are made all the same.
        concatMap(({ id }) => this.api.call('makeAudit', { params: { client: id } }).pipe(catchError(() => EMPTY))),
        ignoreElements(),
      )
      .subscribe({
        complete: () => {
          this.isMaking.set(false);
          this.reread.update((n) => n + 1);
        },
      });
  }
}

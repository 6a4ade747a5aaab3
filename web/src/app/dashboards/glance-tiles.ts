import { ChangeDetectionStrategy, Component, computed, forwardRef, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ClientDetail, ClientGlance } from '@lens/contract';
import { BUILT_IN_BOOK, COUNTED_WORDS, figureText, formatNumber, TARGET_METRICS } from '@lens/core';
import { HealthService } from '../data/health';
import { noteView } from '../intake/health-view';
import { Ring } from '../ui/ring';
import { type OnPaper, OnSheet, unknownOnPaper, wordsOnPaper } from './on-sheet';
import { OwnGlance } from './own-glance';

const [TARGET, WAITING, DATA] = ['The target, this month', 'What waits for a decision', 'The data'] as const;

/** How much of the target is met this month, and how spending keeps to its plan. */
@Component({
  selector: 'ul-target-tile',
  imports: [Ring, RouterLink],
  template: `
    <h2>
      <a routerLink="/targets" queryParamsHandling="merge">{{ heading }}</a>
    </h2>
    @if (told(); as told) {
      <div class="stands">
        <ul-ring [met]="told.met" [sureness]="told.sureness" />
        <p>
          <strong>{{ told.actual }}</strong> {{ told.promise }}
          <span class="quiet">{{ told.counted }}</span>
        </p>
      </div>
      @for (line of told.pace; track line) {
        <p>{{ line }}</p>
      }
    } @else if (problem()) {
      <p class="notice bad" role="alert">{{ problem() }}</p>
    } @else if (!glance()) {
      <p class="quiet" role="status">Adding up…</p>
    } @else {
      <p class="quiet">
        Nothing was promised for this month. Say it under <a routerLink="/targets" queryParamsHandling="merge">Targets</a>.
      </p>
    }
  `,
  styleUrl: './tile.scss',
  styles: `
    .stands {
      display: flex;
      gap: 14px;
      align-items: center;
    }
    strong {
      font-size: 24px;
      font-feature-settings: var(--figures);
    }
    p {
      margin: 4px 0;
    }
    .quiet {
      display: block;
      font-size: 13px;
    }
  `,
  providers: [{ provide: OnSheet, useExisting: forwardRef(() => TargetTile) }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TargetTile extends OnSheet {
  protected readonly heading = TARGET;
  private readonly own = inject(OwnGlance);
  protected readonly glance = this.own.told;
  protected readonly problem = this.own.problem;
  protected readonly told = computed(() => {
    const glance = this.glance();
    return glance?.target ? targetWords(glance, glance.target) : null;
  });

  onPaper(): OnPaper {
    const told = this.told();
    if (!this.glance()) return unknownOnPaper(TARGET, this.problem());
    if (!told) return wordsOnPaper(TARGET, ['Nothing was promised for this month.']);
    const { met, sureness, actual, promise, counted, pace } = told;
    return wordsOnPaper(TARGET, [`${actual} ${promise}`, counted, ...pace], { met, sureness });
  }
}

function targetWords({ actual, met, sureness, spend, plan, pacing, client }: ClientGlance, target: NonNullable<ClientGlance['target']>) {
  const { label, unit } = BUILT_IN_BOOK.named(target.metric);
  const money = (amount: number): string => formatNumber(amount, 'money', client);
  return {
    ...{ met, sureness },
    actual: actual ? figureText(actual, unit, client).text : '·',
    promise: `${label}, promised ${TARGET_METRICS[target.metric].bound} ${formatNumber(target.value, unit, client)}`,
    counted: `as ${COUNTED_WORDS[target.countedBy].who} count, by ${target.basis} date, ${target.orders === 'all' ? 'all of them' : 'matched to campaigns'}`,
    pace: [
      ...(spend && plan !== null ? [`Spent ${figureText(spend, 'money', client).text} of ${money(plan)}.`] : []),
      ...(pacing
        ? [`At this pace ${money(pacing.monthEnd)} at the end of the month; ${money(pacing.neededADay)} a day would meet the plan.`]
        : []),
    ],
  };
}

/** What the audit found and nobody has decided on. */
@Component({
  selector: 'ul-waiting-tile',
  imports: [RouterLink],
  template: `
    <h2>
      <a routerLink="/audit" queryParamsHandling="merge">{{ heading }}</a>
    </h2>
    @if (waiting(); as lines) {
      @for (line of lines; track line.of) {
        <p>
          <strong>{{ line.count }}</strong> {{ line.of }}
        </p>
      }
    } @else if (problem()) {
      <p class="notice bad" role="alert">{{ problem() }}</p>
    } @else {
      <p class="quiet" role="status">Looking…</p>
    }
  `,
  styleUrl: './tile.scss',
  styles: `
    strong {
      font-size: 24px;
      font-feature-settings: var(--figures);
      margin-right: 4px;
    }
    p {
      margin: 4px 0;
    }
  `,
  providers: [{ provide: OnSheet, useExisting: forwardRef(() => WaitingTile) }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WaitingTile extends OnSheet {
  protected readonly heading = WAITING;
  private readonly own = inject(OwnGlance);
  protected readonly problem = this.own.problem;
  protected readonly waiting = computed(() => {
    const waiting = this.own.told()?.waiting;
    if (!waiting) return null;
    const { proposals, accepted } = waiting;
    return [
      { count: proposals, of: `${proposals === 1 ? 'proposal' : 'proposals'} of the audit` },
      { count: accepted, of: `accepted ${accepted === 1 ? 'move' : 'moves'} to be made at the channels` },
    ];
  });

  onPaper(): OnPaper {
    const lines = this.waiting()?.map(({ count, of }) => `${count} ${of}`);
    return lines ? wordsOnPaper(WAITING, lines) : unknownOnPaper(WAITING, this.problem());
  }
}

const MOST_NOTES = 4;

/** What is wrong with the data of the client in focus. */
@Component({
  selector: 'ul-data-tile',
  imports: [RouterLink],
  template: `
    <h2>
      <a routerLink="/intake" queryParamsHandling="merge">{{ heading }}</a>
    </h2>
    @if (health(); as told) {
      <ul>
        @for (note of notes(); track $index) {
          <li [class.serious]="note.serious">{{ note.title }}</li>
        } @empty {
          <li>{{ nothingWrong }}</li>
        }
      </ul>
      @if (told.notes.length > notes().length) {
        <p class="quiet">and {{ told.notes.length - notes().length }} more</p>
      }
    } @else {
      <p class="quiet" role="status">Looking…</p>
    }
  `,
  styleUrl: './tile.scss',
  styles: `
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      padding: 4px 0 4px 10px;
      border-left: 3px solid var(--line-strong);
      margin-bottom: 6px;
      font-size: 13.5px;
    }
    .serious {
      border-left-color: var(--misses);
    }
  `,
  providers: [{ provide: OnSheet, useExisting: forwardRef(() => DataTile) }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DataTile extends OnSheet {
  protected readonly heading = DATA;
  protected readonly nothingWrong = NOTHING_WRONG;
  readonly client = input.required<ClientDetail>();
  protected readonly health = inject(HealthService).health;
  protected readonly notes = computed(() => {
    const client = this.client();
    const notes = this.health()?.notes ?? [];
    return notes
      .toSorted((a, b) => Number(b.serious) - Number(a.serious))
      .slice(0, MOST_NOTES)
      .map((note) => noteView(note, client));
  });

  onPaper(): OnPaper {
    if (!this.health()) return unknownOnPaper(DATA);
    const told = this.notes().map(({ title }) => title);
    return wordsOnPaper(DATA, told.length > 0 ? told : [NOTHING_WRONG]);
  }
}

const NOTHING_WRONG = 'Nothing is missing or late that is known of.';

import { ChangeDetectionStrategy, Component, computed, forwardRef, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ClientDetail, ClientGlance } from '@lens/contract';
import { BUILT_IN_BOOK, countedWords, figureText, formatNumber, TARGET_METRICS } from '@lens/core';
import { findingView } from '../audit/finding-view';
import { HealthService } from '../data/health';
import { noteView } from '../intake/health-view';
import { Ring } from '../ui/ring';
import { balanceText } from './balance-text';
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
    @if (!glance()) {
      @if (problem()) {
        <p class="notice bad" role="alert">{{ problem() }}</p>
      } @else {
        <p class="quiet" role="status">Adding up…</p>
      }
    } @else if (told(); as told) {
      <div class="stands">
        <ul-ring [met]="told.met" [sureness]="told.sureness" />
        <p>
          <strong>{{ told.actual }}</strong> {{ told.promise }}
          <span class="quiet">{{ told.counted }}</span>
        </p>
      </div>
    } @else {
      <p class="quiet">
        Nothing was promised for this month. Say it under <a routerLink="/targets" queryParamsHandling="merge">Targets</a>.
      </p>
    }
    @for (line of pace(); track line) {
      <p>{{ line }}</p>
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
      margin-left: 0;
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
  protected readonly pace = computed(() => {
    const glance = this.glance();
    return glance ? paceWords(glance) : [];
  });

  onPaper(): OnPaper {
    const told = this.told();
    if (!this.glance()) return unknownOnPaper(TARGET, this.problem());
    if (!told) return wordsOnPaper(TARGET, ['Nothing was promised for this month.', ...this.pace()]);
    const { met, sureness, actual, promise, counted } = told;
    return wordsOnPaper(TARGET, [`${actual} ${promise}`, counted, ...this.pace()], { met, sureness });
  }
}

function targetWords({ actual, met, sureness, client }: ClientGlance, target: NonNullable<ClientGlance['target']>) {
  const { label, unit } = BUILT_IN_BOOK.named(target.metric);
  return {
    ...{ met, sureness },
    actual: actual ? figureText(actual, unit, client).text : '·',
    promise: `${label}, promised ${TARGET_METRICS[target.metric].bound} ${formatNumber(target.value, unit, client)}`,
    counted: `as ${countedWords(target.countedBy).who} count, by ${target.basis} date, ${target.orders === 'all' ? 'all of them' : 'matched to campaigns'}`,
  };
}

/** How spending keeps to the month's plan, and how long prepaid money lasts. */
function paceWords({ spend, plan, pacing, balances, client }: ClientGlance): string[] {
  const money = (amount: number): string => formatNumber(amount, 'money', client);
  return [
    ...(spend && plan !== null ? [`Spent ${figureText(spend, 'money', client).text} of ${money(plan)}.`] : []),
    ...(pacing
      ? [`At this pace ${money(pacing.monthEnd)} at the end of the month; ${money(pacing.neededADay)} a day would meet the plan.`]
      : []),
    ...balances.map((each) => balanceText(each, client)),
  ];
}

/** Points that the counts take. */
const COUNTS = 40;

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
      <ul [style.height.px]="room() - counts">
        @for (proposal of first(); track proposal.finding.key) {
          <li>
            <b>{{ proposal.finding.name }}</b><span class="quiet">, {{ proposal.where }}</span> <br />{{ proposal.actual }},
            {{ proposal.against }}. {{ proposal.change }}
          </li>
        }
      </ul>
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
      display: inline-block;
      margin: 4px 14px 4px 0;
    }
    /* What there is no room for in whole stands in a further column, out of sight. */
    ul {
      display: flex;
      flex-flow: column wrap;
      overflow: hidden;
      list-style: none;
      margin: 4px 0 0;
      padding: 0;
    }
    li {
      width: 100%;
      padding: 5px 0;
      border-top: 1px solid var(--line);
      font-size: 13.5px;
      overflow-wrap: anywhere;
    }
  `,
  providers: [{ provide: OnSheet, useExisting: forwardRef(() => WaitingTile) }],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WaitingTile extends OnSheet {
  protected readonly heading = WAITING;
  protected readonly counts = COUNTS;
  /** Points from its caption to its lower edge. */
  readonly room = input.required<number>();
  private readonly own = inject(OwnGlance);
  protected readonly problem = this.own.problem;
  protected readonly waiting = computed(() => {
    const waiting = this.own.told()?.waiting;
    if (!waiting) return null;
    const { proposals, accepted, byRules } = waiting;
    const toDecide = { count: proposals, of: `${proposals === 1 ? 'proposal' : 'proposals'} of the audit` };
    const toMake = { count: accepted, of: `accepted ${accepted === 1 ? 'move' : 'moves'} to be made` };
    const ruled = { count: byRules, of: `${byRules === 1 ? 'proposal' : 'proposals'} of standing rules` };
    return [toDecide, ...(byRules > 0 ? [ruled] : []), ...(accepted > 0 ? [toMake] : [])];
  });

  /** The proposals for what spends most, as the audit writes them. */
  protected readonly first = computed(() => {
    const glance = this.own.told();
    return glance ? glance.waiting.first.map((finding) => findingView(finding, glance.client)) : [];
  });

  onPaper(): OnPaper {
    const lines = this.waiting()?.map(({ count, of }) => `${count} ${of}`);
    const proposals = this.first().map(({ finding, actual, against, change }) => `${finding.name}: ${actual}, ${against}. ${change}`);
    return lines ? wordsOnPaper(WAITING, [...lines, ...proposals]) : unknownOnPaper(WAITING, this.problem());
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

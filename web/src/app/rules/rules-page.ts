import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { StandingRulesReply, StoredRule, WireProposedMove } from '@lens/contract';
import { formatNumber, targetFor, USUAL_TARGET } from '@lens/core';
import { type Observable, tap } from 'rxjs';
import { DismissDialog } from '../audit/dismiss-dialog';
import type { MovesChosen } from '../audit/finding-moves';
import { Api, type ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { MovesService } from '../data/moves';
import { Person } from '../data/person';
import { Undo } from '../data/undo';
import { answered } from '../ui/load-state';
import { NeedClient } from '../ui/need-client';
import { TakenAway } from '../ui/taken-away';
import { Waiting } from '../ui/waiting';
import { RuleCard, type RuleDoing } from './rule-card';
import { type RuleDraft, RuleEditor } from './rule-editor';
import { type RuleTemplate, ruleTemplates } from './rule-form';

/** Rules that raise moves by themselves: written, rehearsed, turned on, and what each proposes. */
@Component({
  selector: 'ul-rules-page',
  imports: [MatButton, MatMenu, MatMenuItem, MatMenuTrigger, NeedClient, RuleCard, RuleEditor, TakenAway, Waiting],
  templateUrl: './rules-page.html',
  styleUrl: '../moves/moves-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RulesPage {
  private readonly api = inject(Api);
  private readonly focus = inject(FocusService);
  private readonly moves = inject(MovesService);
  private readonly person = inject(Person);
  private readonly dialogs = inject(MatDialog);
  private readonly notices = inject(MatSnackBar);
  private readonly doings = inject(Undo);
  protected readonly client = this.focus.client;

  private readonly reread = signal(0);
  private readonly question = computed(() => {
    const client = this.client();
    return client ? { client: client.id, reread: this.reread() } : null;
  });
  private readonly loaded = answered(this.question, ({ client }) => this.api.call('standingRules', { params: { client } }));
  protected readonly failure = this.loaded.failure;
  /** The newest of this client: they stay in sight while they are read again. */
  protected readonly reply = linkedSignal<{ client: string | undefined; reply: StandingRulesReply | null }, StandingRulesReply | null>({
    source: () => ({ client: this.client()?.id, reply: this.loaded.value() }),
    computation: ({ client, reply }, before) => reply ?? (before?.source.client === client ? (before?.value ?? null) : null),
  });
  /** The rule that is being written; null while none is. */
  protected readonly draft = linkedSignal<string | undefined, RuleDraft | null>({
    source: () => this.client()?.id,
    computation: () => null,
  });

  protected readonly lead = computed(() => {
    const [reply, client] = [this.reply(), this.client()];
    if (!reply || !client) return '';
    if (reply.rules.length === 0)
      return 'A rule looks by itself, every few days, and proposes a move for whatever its conditions hold of. Rehearse it on the weeks before, then turn it on.';
    const on = reply.rules.filter(({ state }) => state === 'on').length;
    const open = reply.rules.flatMap(({ run }) => run?.moves ?? []).filter(({ decided }) => decided === null).length;
    return `${formatNumber(on, 'count', client)} on, ${formatNumber(reply.rules.length - on, 'count', client)} in draft. ${
      open === 0 ? 'Nothing waits to be decided.' : `${formatNumber(open, 'count', client)} moves wait to be decided.`
    }`;
  });
  protected readonly templates = computed((): readonly RuleTemplate[] => {
    const [client, clock] = [this.client(), this.focus.clock()];
    if (!client || !clock) return [];
    const days = { from: clock.today - 1, to: clock.today - 1 };
    return ruleTemplates(targetFor(client.promises.targets, days)?.metric ?? USUAL_TARGET[client.metricSet], client.dimensions);
  });
  protected readonly gone = computed(() => (this.reply()?.removed ?? []).map(({ id, label, by, at }) => ({ id, text: label, by, at })));

  protected begin({ rule }: RuleTemplate): void {
    this.draft.set({ id: null, version: 0, isOfAgency: false, rule });
  }

  protected stored(reply: StandingRulesReply): void {
    this.draft.set(null);
    this.reply.set(reply);
  }

  protected doTo(stored: StoredRule, doing: RuleDoing): void {
    const client = this.client();
    if (!client) return;
    const { id, version, client: owner } = stored;
    if (doing === 'change') this.draft.set({ id, version, isOfAgency: owner === null, rule: bodyOf(stored) });
    else if (doing === 'remove')
      this.put(this.api.call('removeStandingRule', { params: { client: client.id, id }, body: { seen: version, by: this.person.name() } }));
    else this.put(this.keepAsDraft(stored));
  }

  protected bringBack(at: number): void {
    const gone = this.reply()?.removed[at];
    if (gone) this.put(this.keepAsDraft(gone));
  }

  protected accept({ id }: StoredRule, chosen: MovesChosen): void {
    this.decide(id, 'accepted', chosen);
  }

  protected dismiss({ id, label }: StoredRule, chosen: MovesChosen): void {
    this.dialogs
      .open<DismissDialog, string, string>(DismissDialog, { width: '420px', data: label })
      .afterClosed()
      .subscribe((reason) => {
        if (reason) this.decide(id, 'dismissed', chosen, reason);
      });
  }

  protected takeBack({ decided }: WireProposedMove): void {
    const client = this.client();
    if (client && decided) this.moves.undo(client.id, [decided.id]).subscribe({ next: this.again, error: this.fail });
  }

  private decide(id: string, decision: 'accepted' | 'dismissed', { subjects, name }: MovesChosen, reason = ''): void {
    const client = this.client();
    if (!client) return;
    this.moves.decideByRule(client.id, id, { subjects: [...subjects], decision, reason }).subscribe({
      next: ({ moves }) => {
        this.again();
        // The newest of all are those that have just been decided.
        const ids = moves.slice(0, subjects.length).map((move) => move.id);
        this.doings.stored(`${decision === 'accepted' ? 'Accepted' : 'Dismissed'}: ${name}`, () =>
          this.moves.undo(client.id, ids).pipe(tap(this.again)),
        );
      },
      error: this.fail,
    });
  }

  private keepAsDraft(rule: StoredRule): Observable<StandingRulesReply> {
    const { id, version, client: owner } = rule;
    const edit = { seen: version, by: this.person.name(), note: '', isOfAgency: owner === null, sure: false };
    return this.api.call('changeStandingRule', {
      params: { client: this.client()?.id ?? '', id },
      body: { ...bodyOf(rule), ...edit, state: 'draft' },
    });
  }

  private put(stored: Observable<StandingRulesReply>): void {
    stored.subscribe({ next: (reply) => this.stored(reply), error: this.fail });
  }

  private readonly again = (): void => this.reread.update((n) => n + 1);
  private readonly fail = (error: ApiError): void => {
    this.notices.open(error.message, 'Close', { duration: 8000 });
  };
}

const bodyOf = ({ label, of, days, all, where, then, every }: StoredRule) => ({ label, of, days, all, where, then, every });

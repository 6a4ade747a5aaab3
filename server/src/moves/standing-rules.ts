import type { Client, MovesReply, RuleBody, RuleRun, StandingRulesReply, StatedRule, StoredRule } from '@lens/contract';
import { bookOf, isFarMore, isNearlyAll, quantity, ruleText, type StandingRule } from '@lens/core';
import { clockOf, type Context, momentOf } from '../context';
import { HttpProblem } from '../problem';
import { type Change, documentOr404, Kept } from '../routes/kept-documents';
import { documentsOf, type DocumentVersion } from '../store/documents';
import { keepRun, type KeptRun, newestRun, runsOf } from '../store/rule-runs';
import { vocabularyOf } from '../store/vocabulary';
import { decisionsOn } from './decide';
import { keepMoves, movesReply, subjectOf, type Undecided } from './keep-move';

type StoredDocument = DocumentVersion<StatedRule> & { readonly body: StatedRule };

/** Looks that are told of each rule. */
const LOGGED = 10;
/** Standing rules of an agency and its clients: kept, run, and decided on. */
export class StandingRules {
  private readonly kept: Kept<StatedRule>;

  constructor(private readonly context: Context) {
    this.kept = new Kept<StatedRule>(context, 'standing rule');
  }

  /** Those of the agency and of a client, with what each proposed last. */
  all(client: Client): StandingRulesReply {
    const { documents, removed } = this.kept.all(client.id);
    const book = bookOf(vocabularyOf(this.context.db, client.id));
    const told = (each: (typeof documents)[number]): StoredRule => {
      const runs = runsOf(this.context.db, { client: client.id, rule: each.id }, LOGGED);
      const [newest] = runs;
      return {
        ...each,
        text: ruleText(each, book, client),
        run: newest?.version === each.version ? this.told(client, newest) : null,
        log: runs.map(({ day, looked, moves, stopped }) => ({ day, looked, proposed: moves.length, stopped })),
      };
    };
    return { rules: documents.map(told), removed: removed.map(told) };
  }

  rehearse(client: Client, rule: RuleBody) {
    return this.context.queries.rehearseRule(client.id, ruled(rule), this.today(client));
  }

  /** Stores a new rule, or a version of one; one that is on looks at once. */
  async store(
    client: Client,
    id: string | null,
    { sure, ...body }: StatedRule & Change & { readonly sure: boolean },
  ): Promise<StandingRulesReply> {
    if (body.state === 'on' && !sure) await this.askTwice(client, body);
    const stored = id === null ? this.kept.add(client.id, body) : this.kept.change({ client: client.id, id }, body);
    const rule = documentOr404<StatedRule>(this.context, 'standing rule', { client: client.id, id: stored.id });
    if (body.state === 'on') await this.run(client, rule);
    return this.all(client);
  }

  remove(client: Client, id: string, by: Pick<Change, 'seen' | 'by'>): StandingRulesReply {
    this.kept.remove({ client: client.id, id }, by);
    return this.all(client);
  }

  /** Looks by every rule that is on and has not looked for as many days as it says. */
  async runDue(client: Client): Promise<void> {
    const { db } = this.context;
    for (const rule of documentsOf<StatedRule>(db, 'standing rule', client.id)) {
      const last = newestRun(db, { client: client.id, rule: rule.id, version: rule.version });
      const isDue = !last || (last.stopped === '' && last.day + rule.body.every <= this.today(client));
      if (rule.body.state === 'on' && isDue) await this.run(client, rule, last);
    }
  }

  /** Accepts or dismisses what a rule proposed last. */
  async decide(
    client: Client,
    id: string,
    {
      subjects,
      ...said
    }: { readonly subjects: readonly string[]; readonly decision: 'accepted' | 'dismissed'; readonly reason: string; readonly by: string },
  ): Promise<MovesReply> {
    const { version, body } = documentOr404<StatedRule>(this.context, 'standing rule', { client: client.id, id });
    const { moves: proposed = [], outcome = '' } = newestRun(this.context.db, { client: client.id, rule: id, version }) ?? {};
    const wanted = new Set(subjects);
    const meant = proposed.filter((move) => wanted.size === 0 || wanted.has(subjectOfMove(move)));
    if (meant.length === 0 || meant.length < wanted.size)
      throw new HttpProblem(
        409,
        'Nothing to decide',
        `“${body.label}” does not propose ${wanted.size > 0 ? 'all of these' : 'anything'} any more. Reload the page.`,
      );
    await keepMoves(
      this.context,
      client,
      meant.map((move) => ({ ...move, outcome, proposedBy: { kind: 'rule', rule: id, label: body.label } })),
      said,
    );
    return movesReply(this.context, client);
  }

  /** Asks whether a rule is meant that proposes nearly everything, or would have hurt. */
  private async askTwice(client: Client, rule: StatedRule): Promise<void> {
    const { looked, moves, left } = await this.look(client, rule);
    const matched = moves.length + left.length;
    if (isNearlyAll(matched, looked))
      throw new HttpProblem(
        409,
        'Nearly everything',
        `Its conditions hold for ${matched} of ${quantity(looked, rule.of, `${rule.of}s`, client)}. Say more, or turn it on all the same.`,
      );
    const { verdict } = await this.rehearse(client, rule);
    if (verdict === 'hurt')
      throw new HttpProblem(
        409,
        'It would have hurt',
        'In the last weeks this rule would have cost more than it saved. Change it, or turn it on all the same.',
      );
  }

  private async run(client: Client, { id: rule, version, body }: StoredDocument, last?: KeptRun): Promise<void> {
    const today = this.today(client);
    const { moves, left, mostBefore, ...seen } = await this.look(client, body, last?.day ?? today);
    const known = new Set([...(last?.moves ?? []).map(subjectOfMove), ...(last?.left ?? []).map(({ name }) => name)]);
    const fresh = [...moves.map(subjectOfMove), ...left.map(({ name }) => name)].filter((each) => !known.has(each)).length;
    const stops = last !== undefined && isFarMore(fresh, mostBefore);
    keepRun(
      this.context.db,
      { client: client.id, rule },
      {
        ...{ day: today, version, at: momentOf(this.context, client.timeZone), ...seen, left },
        moves: stops ? [] : moves.map(({ saw, ...move }) => ({ ...move, evidence: [saw, move.effect.assumption] })),
        stopped: stops
          ? `It stopped itself: its conditions came to hold for ${fresh} at once, and in the weeks before for at most ${mostBefore}. Look at what has changed, then turn it on again.`
          : '',
      },
    );
  }

  private look(client: Client, rule: RuleBody, until = this.today(client)) {
    return this.context.queries.lookByRule(client.id, ruled(rule), { today: this.today(client), until });
  }

  private told(client: Client, { moves, ...run }: KeptRun): RuleRun {
    const on = decisionsOn(this.context, client.id);
    const proposed = moves.map(({ entity, change, effect, evidence }) => {
      const subject = subjectOf(entity, change);
      return { entity, change, effect, evidence, subject, decided: on(subject) };
    });
    return { ...run, moves: proposed };
  }

  private today({ timeZone }: Client): number {
    return clockOf(this.context, timeZone).today;
  }
}

const subjectOfMove = ({ entity, change }: Pick<Undecided, 'entity' | 'change'>): string => subjectOf(entity, change);

/** A rule as it looks, without who keeps it. */
const ruled = ({ of, days, all, where, then, every }: RuleBody): StandingRule => ({ of, days, all, where, then, every });

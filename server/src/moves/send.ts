import type { Client, Move, SentMove, StandingMove } from '@lens/contract';
import { isOpen } from '@lens/core';
import { randomUUID } from 'node:crypto';
import { channelChange } from '../connect/channel-change';
import type { Refresher } from '../connect/refresh';
import { ChannelRefuses, ServiceProblem } from '../connect/service';
import { clockOf, type Context, momentOf } from '../context';
import type { MoveTarget } from '../query/moved-entity';
import { type ConnectionRecord, connectionsOf } from '../store/connections';
import { putDocument } from '../store/documents';
import { movesOf, updateMove } from '../store/moves';
import { movesStanding } from './keep-move';
import { leadsOf } from '../store/leads';
import { settingChangeText } from '@lens/draw';

/** What a move is sent with. */
interface Sending {
  readonly move: StandingMove;
  readonly target: MoveTarget;
  readonly connection: ConnectionRecord;
}

/** Sends accepted moves to their channels. A move is sent once, however often and by however many it is asked for. */
export class MoveSender {
  /** Moves that are on their way now. */
  private readonly atWork = new Set<string>();

  constructor(
    private readonly context: Context,
    private readonly refresher: Refresher,
  ) {}

  /** Tells of each move what became of it; one that cannot be sent holds up no other. */
  async send(client: Client, { moves: ids, by }: { readonly moves: readonly string[]; readonly by: string }): Promise<SentMove[]> {
    const known = new Map((await movesStanding(this.context, client)).map((move) => [move.id, move]));
    const wanted = ids.flatMap((id) => known.get(id) ?? []);
    const targets = await this.context.queries.moveTargets(
      client.id,
      wanted.map(({ entity }) => entity.member),
    );
    const connections = new Map(connectionsOf(this.context.db, client.id).map((each) => [each.account, each]));
    /** Accounts whose channel did not answer: the others of them are not tried. */
    const silent = new Set<string>();
    const results: SentMove[] = ids
      .filter((id) => !known.has(id))
      .map((id) => ({ id, outcome: 'not sent', words: 'It has been taken back.' }));
    for (const move of wanted) {
      const target = targets[move.entity.member];
      const connection = connections.get(target?.account ?? '');
      const words = this.hindrance(move, target, connection) || (silent.has(target?.account ?? '') ? 'Its channel does not answer.' : '');
      if (words !== '' || !target || !connection) results.push({ id: move.id, outcome: 'not sent', words });
      else {
        const result = await this.one(client, { move, target, connection }, by);
        if (result.outcome === 'failed') silent.add(target.account);
        results.push(result);
      }
    }
    return results;
  }

  /** Why a move is not sent; empty where it can be. */
  private hindrance(move: StandingMove, target: MoveTarget | undefined, connection: ConnectionRecord | undefined): string {
    const leads = leadsOf(this.context.db);
    if (move.decision !== 'accepted') return 'It is dismissed.';
    if (move.sent) return `${move.sent.by || 'Somebody'} has sent it already.`;
    if (!isOpen(move)) return 'Its report says that the setting is not what it was: it is done, or was changed otherwise.';
    if (this.atWork.has(move.id)) return 'It is being sent just now.';
    if (leads.length > 0 && !move.approved) return `It is to be approved by ${leads.join(' or ')} first.`;
    if (!target) return 'What it changes is known no more.';
    if (!connection) return 'Its account is not connected: carry it out by the change sheet.';
    return '';
  }

  private async one(client: Client, { move: { id }, target, connection }: Sending, by: string): Promise<SentMove> {
    const { db } = this.context;
    // Somebody may have sent it, or taken it back, since it was looked at.
    const move = movesOf(db, client.id).find((each) => each.move.id === id)?.move;
    if (!move || move.sent) return { id, outcome: 'not sent', words: 'It was sent or taken back just now.' };
    this.atWork.add(move.id);
    try {
      const request = { ...channelChange(move.change, move.entity, target), key: move.id, by: by || 'unified lens' };
      await this.refresher.service(connection).change(connection.serviceAccount, request);
      const { timeZone } = client;
      const sent = { by, at: momentOf(this.context, timeZone), day: clockOf(this.context, timeZone).today };
      db.transaction(() => {
        updateMove(db, client.id, { ...move, sent, trouble: '' });
        this.log(client, move, sent);
      })();
      return { id: move.id, outcome: 'sent', words: '' };
    } catch (error) {
      if (!(error instanceof ServiceProblem)) throw error;
      updateMove(db, client.id, { ...move, trouble: error.message });
      return { id: move.id, outcome: error instanceof ChannelRefuses ? 'refused' : 'failed', words: error.message };
    } finally {
      this.atWork.delete(move.id);
    }
  }

  /** The logbook tells what was sent, by whom and why. */
  private log(client: Client, { entity, change, reason, evidence }: Move, { by, at, day }: NonNullable<Move['sent']>): void {
    const isCampaign = entity.level === 'campaign';
    const what = `${isCampaign ? '' : `${entity.name}: `}${settingChangeText(change, { ...client, currency: entity.currency || client.currency })}`;
    const text = `Sent to the channel: ${what}. ${reason || (evidence[0] ?? '')}`.slice(0, 1000);
    const body = { days: { from: day, to: day }, channel: entity.channelName, campaign: isCampaign ? entity.name : null, text };
    putDocument(this.context.db, 'note', { id: randomUUID(), client: client.id, body, seen: 0, by, at, note: '' });
  }
}

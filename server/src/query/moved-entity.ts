import type { Move } from '@lens/contract';
import type { ProposedMove } from '@lens/core';
import { accountsOf } from '../store/clients';
import type { LoadedClient } from '../store/tables';
import type { ClientData } from './client-data';

/** A proposed move with all that whoever carries it out needs to know of what it changes. */
export type NamedMove = Omit<ProposedMove, 'entity'> & { readonly entity: Move['entity'] };

/** Names the account, and the channel's own id, of what moves change. */
export function namingMoves({ db }: ClientData, { client, members }: LoadedClient): (moves: readonly ProposedMove[]) => NamedMove[] {
  const accounts = new Map(accountsOf(db, client).map((account) => [account.id, account]));
  return (moves) =>
    moves.map(({ entity, ...move }) => {
      const member = members.byId.get(entity.member);
      const account = accounts.get(member?.account ?? '');
      const { name: accountName = '', currency = '' } = account ?? {};
      return { ...move, entity: { ...entity, accountName, currency, externalId: member?.externalId ?? '' } };
    });
}

/** Where a change of a member is sent to: its account, and the channel's own id of its campaign. */
export interface MoveTarget {
  readonly account: string;
  readonly campaign: string;
}

/** Where changes of members are sent to, by their codes; those that are known no more are left out. */
export function moveTargets(data: ClientData, client: string, codes: readonly number[]): Record<number, MoveTarget> {
  const { members } = data.load(client);
  return Object.fromEntries(
    codes.flatMap((code) => {
      const member = members.byId.get(code);
      const campaign = members.byId.get(members.pathOf(code).get('campaign') ?? code);
      return member && campaign ? [[code, { account: member.account, campaign: campaign.externalId }] as const] : [];
    }),
  );
}

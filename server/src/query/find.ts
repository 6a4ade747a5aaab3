import type { FoundMember } from '@lens/contract';
import { type Haystack, haystackOf, isLevel, seek } from '@lens/core';
import { accountsOf } from '../store/clients';
import type { Member, Members } from '../store/members';
import type { ClientData } from './client-data';

/** Members of clients, and how many of them may be meant in all. */
export interface FoundMembers {
  readonly members: readonly FoundMember[];
  readonly count: number;
}

interface Names {
  readonly members: readonly Member[];
  readonly haystack: Haystack;
}

const MOST_FOUND = 8;
/** Kept while the members of a client stand. */
const known = new WeakMap<Members, Names>();

/** Members that somebody may mean who types so, of each client the best; those of the first before the others. */
export function membersFound(data: ClientData, { clients }: { readonly clients: readonly string[] }, typed: string): FoundMembers {
  const found = clients.map((client) => ofClient(data, client, typed));
  return {
    members: found.flatMap(({ members }) => members).slice(0, MOST_FOUND),
    count: found.reduce((sum, { count }) => sum + count, 0),
  };
}

function ofClient(data: ClientData, client: string, typed: string): FoundMembers {
  const members = data.members(client);
  const names = known.get(members) ?? namesOf(members);
  known.set(members, names);
  const { best, count } = seek(names.haystack, typed, MOST_FOUND);
  const channels = new Map(accountsOf(data.db, client).map(({ id, channelName }) => [id, channelName]));
  return {
    members: best.flatMap((at): FoundMember[] => {
      const member = names.members[at];
      if (!member || !isLevel(member.level)) return [];
      const { id, level, name, account } = member;
      return [{ client, level, name, campaign: members.nameOf(members.campaignOf(id)), channel: channels.get(account) ?? '' }];
    }),
    count,
  };
}

function namesOf(members: Members): Names {
  const all = [...members.byId.values()];
  return { members: all, haystack: haystackOf(all.map(({ name }) => name)) };
}

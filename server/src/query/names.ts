import type { NamesReply } from '@lens/contract';
import { type Convention, guessConvention, listNames, NAMED_LEVELS, type Naming } from '@lens/core';
import type { ClientData } from './client-data';
import { RECENT_DAYS } from './recent-days';

const MOST_SHOWN = 500;

/** Names of a client under a naming it has or might be given, those that break it first, with their spend on the last days. */
export function namesUnder(data: ClientData, client: string, naming: Naming, today: number): NamesReply {
  const loaded = data.load(client);
  const { tables, members } = loaded;
  const names = data.namesOf(loaded);
  const period = { from: today - RECENT_DAYS, to: today - 1 };
  const listed = listNames(tables, naming, (member) => members.nameOf(member), period);
  const states = ['broken', 'corrected', 'follows'] as const;
  return {
    names: listed
      .slice(0, MOST_SHOWN)
      .map(({ account, ...each }) => ({ ...each, channelName: names('channel', tables.accounts[account]?.channel ?? '') })),
    sums: NAMED_LEVELS.flatMap((level) =>
      states.map((state) => {
        const own = listed.filter((each) => each.level === level && each.state === state);
        return { level, state, names: own.length, spend: own.reduce((sum, { spend }) => sum + spend, 0) };
      }),
    ).filter((sum) => sum.names > 0),
  };
}

/** Conventions that the names of a client seem to follow. */
export function guessedConventions(data: ClientData, client: string): Convention[] {
  const { members } = data.load(client);
  return NAMED_LEVELS.flatMap((level) => {
    const names = [...members.byId.values()].filter((member) => member.level === level).map(({ name }) => name);
    const guess = names.length >= 3 ? guessConvention(level, names) : undefined;
    return guess ? [guess] : [];
  });
}

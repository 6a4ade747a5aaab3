import type { NamesReply } from '@lens/contract';
import { type Convention, type DayRange, guessConvention, listNames, NAMED_LEVELS, type Naming, type Names } from '@lens/core';
import type { LoadedClient } from '../store/tables';

const MOST_SHOWN = 500;

/** Names of a client under a naming, those that break it first. */
export function namesUnder({ tables, members }: LoadedClient, naming: Naming, period: DayRange, names: Names): NamesReply {
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
export function guessedConventions({ members }: LoadedClient): Convention[] {
  return NAMED_LEVELS.flatMap((level) => {
    const names = [...members.byId.values()].filter((member) => member.level === level).map(({ name }) => name);
    const guess = names.length >= 3 ? guessConvention(level, names) : undefined;
    return guess ? [guess] : [];
  });
}

import type { NamesReply, WireName } from '@lens/contract';
import { formatNumber, NAME_PARTS, NAMED_LEVELS, type NamedLevel, quantity, type Style } from '@lens/core';
import { LEVEL_WORDS } from '../data/level-words';

export const LEVEL_NAMES: Readonly<Record<NamedLevel, string>> = { campaign: 'Campaign names', group: 'Ad group names', ad: 'Ad names' };
const DOES: Readonly<Record<WireName['state'], string>> = { follows: 'follow the rule', corrected: 'are corrected', broken: 'break it' };

/** Names and what they tell, in words. */
export function namesView({ names, sums }: NamesReply, style: Style) {
  const money = (amount: number): string => formatNumber(amount, 'money', style);
  const all = sums.reduce((sum, each) => sum + each.names, 0);
  return {
    lines: names.map((each) => ({
      ...each,
      key: `${each.level} ${each.channelName} ${each.name}`,
      level: each.level,
      spend: money(each.spend),
      tells: NAME_PARTS.flatMap((part) => (each.parts[part] === undefined ? [] : [`${part}: ${each.parts[part]}`])).join(' · '),
    })),
    sums: NAMED_LEVELS.flatMap((level) => {
      const label = LEVEL_WORDS[level];
      const own = sums.filter((each) => each.level === level);
      const texts = own.map(({ state, names: count, spend }) => `${formatNumber(count, 'count', style)} ${DOES[state]} (${money(spend)})`);
      return own.length === 0 ? [] : [`Of the ${label} names ${texts.join(', ')}.`];
    }),
    more: all > names.length ? `and ${quantity(all - names.length, 'name', 'names', style)} more that spent less` : '',
  };
}

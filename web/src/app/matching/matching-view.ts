import type { JoiningReply, WireJoinResult } from '@lens/contract';
import { figureText, divide, formatNumber, type JoinKey, quantity, type Several, type Style, value } from '@lens/core';
import { LEVEL_WORDS } from '../data/level-words';
import { choicesOf } from '../ui/choices';

const TAGS = { campaign: 'campaign tag', ad: 'ad tag', keyword: 'keyword tag', link: 'tracked link' } as const;
export const TAG_CHOICES = choicesOf(TAGS);
export const LEVEL_CHOICES = choicesOf(LEVEL_WORDS);

/** A key as a sentence. */
function keyText({ tag, level, by, part }: JoinKey): string {
  const what = by === 'part' ? `the ${part ?? '…'} in the name` : by === 'id or name' ? 'the id or name' : `the ${by}`;
  return `${TAGS[tag]} is ${what} of the ${LEVEL_WORDS[level]}`;
}

/** How outcomes reach members, in words; the lines add up to the first. */
export function joinView(
  { before, matched, several, none, loose, looseCount }: WireJoinResult,
  keys: readonly JoinKey[],
  whenSeveral: Several,
  style: Style,
) {
  const worth = (sum: { count: number; value: number }): string =>
    `${formatNumber(sum.count, 'count', style)}${sum.value > 0 ? `, worth ${formatNumber(sum.value, 'money', style)}` : ''}`;
  const share = (count: number): string => figureText(divide(value(count), value(before.count)), 'share', style).text;
  const line = (label: string, sum: { count: number; value: number }, isLoose = false) => ({
    label,
    count: formatNumber(sum.count, 'count', style),
    value: formatNumber(sum.value, 'money', style),
    share: share(sum.count),
    isLoose,
  });
  return {
    lines: [
      ...keys.map((key, at) => line(keyText(key), matched[at] ?? { count: 0, value: 0 })),
      ...(several.rows > 0
        ? [
            line(
              whenSeveral === 'refuse' ? 'fits several members, so not matched' : `fits several members, split by ${whenSeveral}`,
              several,
              whenSeveral === 'refuse',
            ),
          ]
        : []),
      line('not matched', none, true),
    ],
    total: line('All before, and all after', before),
    summary: before.rows === 0 ? '' : `${worth(before)}: ${share(matched.reduce((sum, { count }) => sum + count, 0))} lead to one member.`,
    looseCount,
    loose: loose.map((each) => ({
      key: JSON.stringify(each.tags),
      text: tagText(each.tags),
      why: each.fits === 0 ? 'fits no member' : `fits ${formatNumber(each.fits, 'count', style)} members`,
      count: formatNumber(each.count, 'count', style),
      value: formatNumber(each.value, 'money', style),
    })),
  };
}

function tagText(tags: WireJoinResult['loose'][number]['tags']): string {
  const parts = Object.entries(tags).map(([tag, text]) => (text === null ? '' : `${tag} ${text}`));
  return parts.filter((part) => part !== '').join(' · ') || 'no tag at all';
}

/** The other side: spend that no outcome reaches. */
export function unreachedView({ unreached, reached }: JoiningReply, style: Style) {
  const money = (amount: number): string => formatNumber(amount, 'money', style);
  return {
    summary: `${formatNumber(reached.campaigns, 'count', style)} of ${quantity(reached.of, 'campaign', 'campaigns', style)} with spend are reached by an outcome; they spent ${money(reached.spend)} of ${money(reached.ofSpend)}.`,
    lines: unreached.map((each) => ({ ...each, spendText: money(each.spend) })),
  };
}

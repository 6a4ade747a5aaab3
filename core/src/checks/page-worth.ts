import { wilson } from '../evidence/interval';
import { quantity } from '../figure/text';
import { groupBy } from '../list/group-by';
import type { Member } from '../compare/member';
import { PAGE_PATH } from '../measure/dimension';
import { besideSiblings, betterOf, expecting } from './beside-whole';
import { findingKey } from './check';
import type { OtherFinding } from './finding';
import { isTold, partsDays, partsOf } from './campaign-parts';
import { read, resultOf, type Situation } from './situation';
import { listed, Words } from './words';

/** Days before those that are looked at which tell how many usually stay. */
const BEFORE = 56;
/** Surely fewer stay than this share of those who did. */
const FEWER = 0.85;

interface Stayed {
  readonly member: Member;
  readonly visits: number;
  readonly now: number;
  readonly before: number;
}

/** Pages on which surely fewer of the visitors stay than before: they open slowly, look broken, or say something else than the ad. */
export function stayedFinding(situation: Situation): OtherFinding[] {
  const { days, style } = situation;
  const buckets = [days, { from: days.from - BEFORE, to: days.from - 1 }];
  const { members, value } = read(situation, ['visits', 'stay-rate'], {
    ...{ rows: [PAGE_PATH], period: { from: days.from - BEFORE, to: days.to }, buckets },
  });
  const fewer = members.flatMap((member): Stayed[] => {
    if (member.level !== PAGE_PATH || member.kind !== 'member') return [];
    const [now, before] = buckets.map((_, bucket) => {
      const [visits, share] = [value(member, 'visits', bucket), value(member, 'stay-rate', bucket)];
      return visits !== null && visits > 0 && share !== null && share <= 1 ? { visits, share, ...wilson(share * visits, visits) } : null;
    });
    if (!now || !before || now.high >= FEWER * before.low) return [];
    return [{ member, visits: now.visits, now: now.share, before: before.share }];
  });
  if (fewer.length === 0) return [];
  const words = new Words(style);
  const [worst] = fewer.toSorted((a, b) => a.now / a.before - b.now / b.before);
  return [
    {
      ...base(
        'fewer stay',
        `Fewer stay on ${fewer.length === 1 ? (worst?.member.name ?? '') : quantity(fewer.length, 'page', 'pages', style)}`,
      ),
      group: 'not the advertising',
      days,
      says: `Of who came to ${worst?.member.name ?? ''} ${words.share(worst?.now ?? 0)} stayed, where ${words.share(worst?.before ?? 0)} did in the eight weeks before${fewer.length > 1 ? `; on ${words.count(fewer.length - 1)} more it is alike` : ''}.`,
      evidence: ['Surely less than 85 % of those before, by the site’s own visits that stayed.'],
      advice: 'Open the page on a phone, and see that it loads and says what the ads say, before judging what leads there.',
      picture: {
        kind: 'table',
        title: 'Visits that stayed',
        heads: ['page', 'visits', 'stayed', 'before'],
        rows: fewer.map(({ member, visits, now, before }) => [member.name, words.count(visits), words.share(now), words.share(before)]),
      },
      rows: { screen: 'compare', metric: 'stay-rate', rows: [PAGE_PATH], where: [], period: days },
    },
  ];
}

/** Pages that surely bring at least a quarter more than what their campaign brings for the same money. */
export function worthMoreFinding(situation: Situation): OtherFinding[] {
  if (!isTold(situation, PAGE_PATH)) return [];
  const days = partsDays(situation, PAGE_PATH);
  const parts = [...groupBy(partsOf(situation, PAGE_PATH, days), ({ whole }) => whole).values()].flatMap((own) =>
    besideSiblings(expecting(own)),
  );
  const better = betterOf(parts).toSorted((a, b) => b.beside.shrunk - a.beside.shrunk);
  if (better.length === 0) return [];
  const words = new Words(situation.style);
  const { many } = resultOf(situation);
  return [
    {
      ...base('worth more', 'Pages worth more traffic'),
      group: 'held back',
      days,
      says: `${listed(better.slice(0, 3).map(({ name, campaignName }) => `${name} in ${campaignName}`))} surely ${better.length === 1 ? 'brings' : 'bring'} a quarter more or better than ${better.length === 1 ? 'its campaign does' : 'their campaigns do'} for the same money.`,
      evidence: [
        `As the channels claim, by click date, ${words.days(days)}; one in twenty of such a list may be there by chance. Who lands where may differ: send a part there first.`,
      ],
      advice: 'Lead more of the campaign’s ads to it, and see whether it keeps what it brings.',
      picture: {
        kind: 'table',
        title: 'Pages beside their campaigns',
        heads: ['page', 'campaign', 'spend', many, 'the campaign would'],
        words: [1],
        rows: better.map((part) => [
          part.name,
          `${part.campaignName} (${part.channelName})`,
          words.money(part.spend),
          words.count(part.outcomes),
          words.few(part.expected),
        ]),
      },
      members: better.map(({ name }) => name),
      rows: { screen: 'compare', metric: 'spend', rows: ['campaign', PAGE_PATH], where: [], period: days },
    },
  ];
}

const base = (
  trouble: string,
  name: string,
): Pick<OtherFinding, 'check' | 'trouble' | 'key' | 'about' | 'money' | 'since' | 'happened'> => ({
  ...{ check: 'pages', trouble, key: findingKey('pages', trouble), money: 0, since: null, happened: [] },
  about: { kind: 'Landing pages', name, path: [] },
});

import { sum } from 'simple-statistics';
import type { Member } from '../compare/member';
import { type Shut, shutOn } from '../settings/lists';
import { type DayRange, lengthOf } from '../time/day';
import { findingKey } from './check';
import type { OtherFinding } from './finding';
import { keepsOut } from './shut-out';
import { channelName, only, read, resultOf, type Situation } from './situation';
import { listed, Words } from './words';

/** Days before an exclusion of which a keyword shows what it brought. */
const BEFORE = 28;
/** A keyword that goes on with more than this share of what it spent a day is not kept out. */
const GOES_ON = 0.5;

/** What a keyword did in days that are told. */
interface Did {
  readonly name: string;
  readonly campaign: Member;
  readonly isWithin: boolean;
  readonly spend: number;
  /** Null where no report tells them by keyword. */
  readonly outcomes: number | null;
}

/**
 * Exclusions that keep the client's own keywords out of what they are for: those of a campaign, group or account that match a
 * keyword in it which spent in the four weeks before and has not gone on as before since. Where no keyword beside them went on
 * either, their campaign has stopped, or its report has not come, and nothing is said.
 */
export function keptOutKeywords(situation: Situation): OtherFinding[] {
  const { changes, days } = situation;
  return shutOn(changes, 'excluded term', days.to).flatMap((shut) => {
    const before = keywordsOf(situation, shut, { from: shut.since - BEFORE, to: shut.since - 1 });
    const isKeyword = ({ isWithin, name }: Did): boolean => isWithin && keepsOut(shut.text, name);
    if (!before.some(isKeyword)) return [];
    const length = days.to - shut.since + 1;
    const after = keywordsOf(situation, shut, { from: shut.since, to: days.to });
    const since = new Map(after.map((each) => [keyOf(each), each.spend]));
    const goesOn = ({ campaign }: Did): boolean => {
      const others = before.filter((each) => each.campaign.key === campaign.key && !isKeyword(each));
      return others.length > 0 ? others.some((each) => since.has(keyOf(each))) : after.length > 0;
    };
    const kept = before.filter(
      (each) => isKeyword(each) && goesOn(each) && (since.get(keyOf(each)) ?? 0) / length <= (GOES_ON * each.spend) / BEFORE,
    );
    return kept.length === 0 ? [] : [findingOf(situation, shut, kept, sum(kept.map((each) => since.get(keyOf(each)) ?? 0)))];
  });
}

const keyOf = ({ campaign, name }: Did): string => `${campaign.key} ${name}`;

/** Keywords of the exclusion’s channel that spent, and whether they lie within what it holds for. */
function keywordsOf(situation: Situation, shut: Shut, period: DayRange): Did[] {
  const { count } = resultOf(situation);
  const { members, value } = read(situation, ['spend', count], {
    ...{ rows: ['channel', 'campaign', 'group', 'keyword'], period, countedBy: 'claims', basis: 'click' },
  });
  const byKey = new Map(members.map((member) => [member.key, member]));
  const above = (member: Member): Member[] => {
    const parent = byKey.get(member.parent ?? '');
    return parent ? [parent, ...above(parent)] : [];
  };
  return members.flatMap((member): Did[] => {
    const [spend, outcomes, over] = [value(member, 'spend'), value(member, count), above(member)];
    const campaign = over.find(({ level }) => level === 'campaign');
    const isOfChannel = channelName(situation, member) === shut.channel;
    const isWithin = shut.level === null || over.some(({ level, code }) => level === shut.level && code === shut.code);
    return isOfChannel && member.level === 'keyword' && member.kind === 'member' && campaign && spend
      ? [{ name: member.name, campaign, isWithin, spend, outcomes }]
      : [];
  });
}

function findingOf(situation: Situation, shut: Shut, kept: readonly Did[], spentSince: number): OtherFinding {
  const words = new Words(situation.style);
  const { many, several } = resultOf(situation);
  const { style, days } = situation;
  const campaigns = [...new Set(kept.map(({ campaign }) => campaign.name))];
  const spend = sum(kept.map((each) => each.spend));
  const where = listed(campaigns);
  const outcomes = kept.flatMap((each) => each.outcomes ?? []);
  const brought = outcomes.length === kept.length ? `, with ${several(sum(outcomes), style)}` : '';
  const keywords = kept.length === 1 ? 'its own keyword' : 'its own keywords';
  return {
    check: 'terms',
    trouble: 'own keyword kept out',
    key: findingKey('terms', 'own keyword kept out', `${shut.channel} ${shut.level ?? ''} ${shut.code ?? ''} ${shut.text}`),
    about: { kind: 'Exclusion', name: `“${shut.text}”`, path: [shut.channel, ...campaigns] },
    group: 'held back',
    money: (spend / BEFORE - spentSince / (days.to - shut.since + 1)) * lengthOf(days),
    days,
    since: { day: shut.since, within: { from: shut.since, to: shut.since }, until: null },
    says: `“${shut.text}” is excluded in ${where} since ${words.day(shut.since)}, and keeps out ${keywords} ${listed(kept.map(({ name }) => `“${name}”`))}: ${words.money(spend)} in the ${BEFORE} days before${brought}, and ${words.money(spentSince)} since.`,
    evidence: [`As the change history of ${shut.channel} tells, and as it claims, by click date.`],
    advice: 'Exclude just the words that are not wanted beside the keyword; or pause the keyword, if it is not wanted.',
    happened: [],
    picture: {
      kind: 'table',
      title: `Keywords that it keeps out, in the ${BEFORE} days before`,
      heads: ['keyword', 'campaign', 'spend', many],
      words: [1],
      rows: kept.map((each) => [
        each.name,
        each.campaign.name,
        words.money(each.spend),
        each.outcomes === null ? 'not measured' : words.count(each.outcomes),
      ]),
    },
    members: kept.map(({ name }) => name),
    rows: {
      screen: 'compare',
      metric: 'spend',
      rows: ['campaign', 'keyword'],
      where: campaigns.length === 1 ? only('campaign', where) : [],
      period: { from: shut.since - BEFORE, to: days.to },
    },
  };
}

import { figureIn } from '../compare/answer';
import type { Member } from '../compare/member';
import type { Figure } from '../figure/figure';
import { figureText, quantity } from '../figure/text';
import { groupBy } from '../list/group-by';
import type { DayRange } from '../time/day';
import { campaignKey } from './campaign-key';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { channelName, metricsOf, only, read, type Situation } from './situation';

/** Days of now, and of before. Grades are given anew every week: of twelve, four are the worst by chance in one of 495. */
const [NOW, BEFORE] = [28, 56];

/** An ad with the grades of both stretches, each from its best to its worst. */
interface Graded {
  readonly member: Member;
  readonly before: Grades;
  readonly now: Grades;
}
interface Grades {
  readonly best: number;
  readonly worst: number;
  readonly text: string;
}

/** Ads whose channel gave them a worse grade on every day of the last four weeks than on any of the eight before. Grades are ordered, and never averaged. */
export function checkGrades(situation: Situation): Looked {
  const { to } = situation.days;
  const buckets: DayRange[] = [
    { from: to - NOW + 1, to },
    { from: to - NOW - BEFORE + 1, to: to - NOW },
  ];
  const { found, members } = read(situation, ['grade'], {
    ...{ rows: ['channel', 'campaign', 'group', 'ad'], period: { from: to - NOW - BEFORE + 1, to }, buckets },
  });
  const ads = members.flatMap((member): Graded[] => {
    if (member.level !== 'ad' || member.kind !== 'member') return [];
    const [now, before] = buckets.map((_, bucket) => gradesOf(situation, figureIn(found, member, 'grade', bucket)));
    return now && before ? [{ member, now, before }] : [];
  });
  if (ads.length === 0) return lacking('grades', 'no report tells a channel’s grade of ads over twelve weeks');
  const fallen = groupBy(
    ads.filter(({ now, before }) => now.best > before.worst),
    ({ member }) => campaignKey(member),
  );
  return {
    check: 'grades',
    looked: `the grades of ${quantity(ads.length, 'ad', 'ads', situation.style)}`,
    findings: [...fallen].map(([key, own]) =>
      findingOf(
        situation,
        own,
        members.find((each) => each.key === key),
      ),
    ),
    lacks: '',
  };
}

function gradesOf(situation: Situation, figure: Figure): Grades | null {
  const { unit } = metricsOf(situation).named('grade');
  const text = figureText(figure, unit, situation.style).text;
  if (figure.kind === 'value') return { best: figure.value, worst: figure.value, text };
  if (figure.kind === 'bounds' && figure.low !== null && figure.high !== null) return { best: figure.low, worst: figure.high, text };
  return null;
}

function findingOf(situation: Situation, ads: readonly Graded[], campaign: Member | undefined): OtherFinding {
  const name = campaign?.name ?? '';
  const channel = channelName(situation, campaign);
  return {
    check: 'grades',
    trouble: 'grade fell',
    key: findingKey('grades', 'grade fell', campaign?.key ?? ''),
    about: { kind: 'Campaign', name, path: [channel] },
    group: 'worth watching',
    money: 0,
    days: situation.days,
    since: null,
    says: `${name}: ${quantity(ads.length, 'ad has', 'ads have', situation.style)} a worse grade from ${channel} on every day of the last four weeks than on any of the eight before.`,
    evidence: ['It is the channel’s own grade, from A to E; what it goes by, it does not say.'],
    advice: 'See what the channel shows instead, and whether its click price rose; show something new beside it.',
    happened: [],
    picture: {
      kind: 'table',
      title: 'Grades of the channel',
      heads: ['ad', 'the eight weeks before', 'the last four'],
      words: [1, 2],
      rows: ads.map(({ member, before, now }) => [member.name, before.text, now.text]),
    },
    members: ads.map(({ member }) => member.name),
    rows: {
      screen: 'compare',
      metric: 'grade',
      rows: ['campaign', 'group', 'ad'],
      where: only('campaign', name),
      period: { from: situation.days.to - NOW - BEFORE + 1, to: situation.days.to },
    },
  };
}

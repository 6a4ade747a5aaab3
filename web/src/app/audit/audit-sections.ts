import type { AuditedFinding, AuditReply } from '@lens/contract';
import {
  BUILT_IN_BOOK,
  CHECK_LABELS,
  FINDING_GROUPS,
  type CheckId,
  type Day,
  type FindingGroup,
  formatNumber,
  groupOf,
  isWithin,
  OFF_GROUPS,
  quantity,
  stakeOf,
  type Style,
} from '@lens/core';
import { type OtherView, otherView } from './other-view';
import { isAside, type SaidView, saidView } from './said-view';
import { type FindingView, findingView } from './finding-view';

/** A finding as it is shown. */
export type Shown = { readonly said: SaidView } & (
  { readonly isTarget: true; readonly view: FindingView } | { readonly isTarget: false; readonly view: OtherView }
);

/** Findings that come to the same, those with the most money at stake first; those set aside stand by themselves, at the end. */
export interface AuditSection {
  readonly group: FindingGroup | 'aside';
  readonly title: string;
  readonly note: string;
  readonly isOpen: boolean;
  readonly findings: readonly (Shown & { readonly inside: readonly Shown[] })[];
}

export const GROUP_WORDS: Readonly<Record<AuditSection['group'], { readonly title: string; readonly note: string }>> = {
  'cannot be judged': { title: 'Cannot be judged yet', note: 'What is known of these does not suffice for a verdict.' },
  'not the advertising': {
    title: 'Not the advertising',
    note: 'What is counted, sold or seen on the site is off: see to this before judging the ads by it.',
  },
  'loses money': {
    title: 'Lose money',
    note: 'The whole 95 % range lies on the wrong side of the target, also after allowing for chance findings in a long list; an ad has passed its cap on losses; or parts and lots surely bring too little for their money.',
  },
  'held back': {
    title: 'Held back',
    note: 'Clearly better than promised, while impressions are lost to the daily budget; or something stands in the way.',
  },
  'worth watching': {
    title: 'Worth watching',
    note: 'The range spans the target, or chance alone would show as much in so long a list: more data, not a decision, is what these need. Also what changed or was unlike other days, and is no loss.',
  },
  fine: { title: 'Fine', note: 'Clearly better than promised and not held back, or nothing to be done about.' },
  aside: { title: 'Set aside', note: 'Somebody said why; they come back when their day is over.' },
};
/** Longer lists of what asks for no decision begin folded. */
const MOST_OPEN = 5;

/** What of an audit is shown: findings of one check, or with some words in them. */
export interface Sought {
  readonly check: CheckId | null;
  readonly text: string;
}

/** Findings in the order in which they are read; groups without any are left out. */
export function sectionsOf(
  audit: Pick<AuditReply, 'findings' | 'states' | 'before'>,
  { style, today, sought }: { readonly style: Style; readonly today: Day; readonly sought: Sought },
): AuditSection[] {
  const { findings } = audit;
  const unjudged = findings.filter((finding) => groupOf(finding) === 'cannot be judged').map(({ key }) => key);
  // Of a campaign that cannot be judged that is said once.
  const isImplied = ({ key }: AuditedFinding): boolean => unjudged.some((other) => isWithin({ key }, { key: other }));
  const told = findings.filter((finding) => groupOf(finding) !== 'cannot be judged' || !isImplied(finding));
  const states = new Map(audit.states.map((state) => [state.key, state]));
  const byMoney = told.filter((finding) => isSought(finding, sought)).toSorted((a, b) => stakeOf(b) - stakeOf(a));
  const sectionOf = (finding: AuditedFinding): AuditSection['group'] =>
    isAside(states.get(finding.key), today) ? 'aside' : groupOf(finding);
  return [...FINDING_GROUPS, 'aside' as const].flatMap((group): AuditSection[] => {
    const own = byMoney.filter((finding) => sectionOf(finding) === group);
    if (own.length === 0) return [];
    const shown = (finding: AuditedFinding): Shown => ({
      ...shownOf(finding, style),
      said: saidView(finding, audit, states.get(finding.key) ?? null, style.locale),
    });
    // An ad stands with its campaign where that is among them.
    const isInside = (finding: AuditedFinding): boolean => own.some((other) => isWithin(finding, other));
    const findings = own
      .filter((finding) => !isInside(finding))
      .map((finding) => ({
        ...shown(finding),
        inside: own.filter((each) => isWithin(each, finding)).map(shown),
      }));
    const isOpen = sought.text !== '' || isOff(group) || (group !== 'fine' && group !== 'aside' && findings.length <= MOST_OPEN);
    return [{ group, ...GROUP_WORDS[group], isOpen, findings }];
  });
}

const isOff = (group: AuditSection['group']): boolean => OFF_GROUPS.some((each) => each === group);

/** Whether a finding is of the check, and has all the words somewhere. */
function isSought(finding: AuditedFinding, { check, text }: Sought): boolean {
  if (check !== null && finding.check !== check) return false;
  const said =
    finding.check === 'target'
      ? [finding.name, finding.channelName, ...finding.path]
      : [finding.says, finding.about.name, ...finding.about.path, ...(finding.members ?? [])];
  const all = said.join(' ').toLowerCase();
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
}

const shownOf = (finding: AuditedFinding, style: Style) =>
  finding.check === 'target'
    ? { isTarget: true as const, view: findingView(finding, style) }
    : { isTarget: false as const, view: otherView(finding, style) };

/** What was looked into, a line each: how much of it, and how much is off. */
export function lookedText({ check, looked, found, lacks }: AuditReply['checks'][number], style: Style): string {
  const what = CHECK_LABELS[check];
  if (lacks !== '') return `${what}: not looked at, as ${lacks}.`;
  return `${what}: ${looked} looked at, ${found === 0 ? 'nothing is off' : quantity(found, 'finding', 'findings', style)}.`;
}

/** What campaigns and ads are held against: “ROAS ≥ 2.60”, or what is enough where others than they bring orders as well. */
export function barText({ target, bar }: Pick<AuditReply, 'target' | 'bar'>, style: Style): string {
  if (!target || !bar) return '';
  const { label, unit, better } = BUILT_IN_BOOK.named(target.metric);
  const write = (amount: number): string => `${better === 'lower' ? '≤' : '≥'} ${formatNumber(amount, unit, style)}`;
  if (bar.matched === null) return `${label} ${write(target.value)}`;
  const matched = formatNumber(bar.matched, 'share', style, 0);
  return `${label} ${write(bar.value)}: with ${matched} of what comes in matched to campaigns, ${write(target.value)} of all of it then holds`;
}

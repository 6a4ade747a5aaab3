import type { AuditedFinding, AuditReply } from '@lens/contract';
import { CHECK_LABELS, FINDING_GROUPS, type FindingGroup, groupOf, OFF_GROUPS, quantity, stakeOf, type Style } from '@lens/core';
import { type OtherView, otherView } from './other-view';
import { type FindingView, findingView } from './finding-view';

/** A finding as it is shown. */
export type Shown = { readonly isTarget: true; readonly view: FindingView } | { readonly isTarget: false; readonly view: OtherView };

/** Findings that come to the same, those with the most money at stake first. */
export interface AuditSection {
  readonly group: FindingGroup;
  readonly title: string;
  readonly note: string;
  readonly isOpen: boolean;
  readonly findings: readonly Shown[];
}

const WORDS: Readonly<Record<FindingGroup, { readonly title: string; readonly note: string }>> = {
  'cannot be judged': { title: 'Cannot be judged yet', note: 'What is known of these does not suffice for a verdict.' },
  'not the advertising': {
    title: 'Not the advertising',
    note: 'What is counted, sold or seen on the site is off: see to this before judging the ads by it.',
  },
  'loses money': {
    title: 'Lose money',
    note: 'The whole 95 % range lies on the wrong side of the target, also after allowing for chance findings in a long list; or an ad has passed its cap on losses.',
  },
  'held back': { title: 'Held back', note: 'Clearly better than promised, while impressions are lost to the daily budget.' },
  'worth watching': {
    title: 'Worth watching',
    note: 'The range spans the target, or chance alone would show as much in so long a list. More data, not a decision, is what these need.',
  },
  fine: { title: 'Fine', note: 'Clearly better than promised, and not held back.' },
};
/** Longer lists of what asks for no decision begin folded. */
const MOST_OPEN = 5;

/** Findings in the order in which they are read; groups without any are left out. */
export function sectionsOf(findings: readonly AuditedFinding[], style: Style): AuditSection[] {
  const unjudged = findings.filter((finding) => groupOf(finding) === 'cannot be judged').map(({ key }) => key);
  // Of a campaign that cannot be judged that is said once.
  const isImplied = ({ key }: AuditedFinding): boolean => unjudged.some((other) => key.startsWith(`${other}/`));
  const told = findings.filter((finding) => groupOf(finding) !== 'cannot be judged' || !isImplied(finding));
  const byMoney = told.toSorted((a, b) => stakeOf(b) - stakeOf(a));
  return FINDING_GROUPS.flatMap((group): AuditSection[] => {
    const own = byMoney.filter((finding) => groupOf(finding) === group);
    if (own.length === 0) return [];
    const isOpen = OFF_GROUPS.includes(group) || (group !== 'fine' && own.length <= MOST_OPEN);
    return [{ group, ...WORDS[group], isOpen, findings: own.map((finding) => shownOf(finding, style)) }];
  });
}

const shownOf = (finding: AuditedFinding, style: Style): Shown =>
  finding.check === 'target' ? { isTarget: true, view: findingView(finding, style) } : { isTarget: false, view: otherView(finding, style) };

/** What was looked into, a line each: how much of it, and how much is off. */
export function lookedText({ check, looked, found, lacks }: AuditReply['checks'][number], style: Style): string {
  const what = CHECK_LABELS[check];
  if (lacks !== '') return `${what}: not looked at, as ${lacks}.`;
  return `${what}: ${looked} looked at, ${found === 0 ? 'nothing is off' : quantity(found, 'finding', 'findings', style)}.`;
}

import type { AuditedFinding, AuditReply } from '@lens/contract';
import { type CheckLack, FINDING_GROUPS, type FindingGroup, groupOf, OFF_GROUPS, quantity, stakeOf, type Style } from '@lens/core';
import { type ClaimsView, claimsView } from './claims-view';
import { type FindingView, findingView } from './finding-view';

/** A finding as it is shown, by the check that found it. */
export type Shown = { readonly check: 'target'; readonly view: FindingView } | { readonly check: 'claims'; readonly view: ClaimsView };

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
  'not the advertising': { title: 'Not the advertising', note: 'What is counted is off: see to this before judging by it.' },
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

interface Words {
  readonly outcome: string;
  readonly style: Style;
}

/** Findings in the order in which they are read; groups without any are left out. */
export function sectionsOf(findings: readonly AuditedFinding[], words: Words): AuditSection[] {
  const unjudged = findings.filter((finding) => groupOf(finding) === 'cannot be judged').map(({ key }) => key);
  // Of a campaign that cannot be judged that is said once.
  const isImplied = ({ key }: AuditedFinding): boolean => unjudged.some((other) => key.startsWith(`${other}/`));
  const told = findings.filter((finding) => groupOf(finding) !== 'cannot be judged' || !isImplied(finding));
  const byMoney = told.toSorted((a, b) => stakeOf(b) - stakeOf(a));
  return FINDING_GROUPS.flatMap((group): AuditSection[] => {
    const own = byMoney.filter((finding) => groupOf(finding) === group);
    if (own.length === 0) return [];
    const isOpen = OFF_GROUPS.includes(group) || (group !== 'fine' && own.length <= MOST_OPEN);
    return [{ group, ...WORDS[group], isOpen, findings: own.map((finding) => shownOf(finding, words)) }];
  });
}

const shownOf = (finding: AuditedFinding, { outcome, style }: Words): Shown =>
  finding.check === 'target'
    ? { check: 'target', view: findingView(finding, style) }
    : { check: 'claims', view: claimsView(finding, { outcome, style }) };

const LACK_WORDS: Readonly<Record<CheckLack, string>> = {
  target: 'not looked at, as there is no target for these days',
  'claims one by one': 'not looked at: no channel’s list of claims, one by one, has come in. Bring one in under Intake',
  'own list of outcomes': 'not looked at: no list of the client’s own orders has come in. Bring one in under Intake',
};

/** What was looked into, a line each: how much of it, and how much is off. */
export function lookedText({ check, things, found, lacks }: AuditReply['checks'][number], { style }: Words): string {
  const [what, of] =
    check === 'target'
      ? (['Against the target', quantity(things, 'campaign or ad', 'campaigns and ads', style)] as const)
      : (['Claims against orders', `the claims of ${quantity(things, 'channel', 'channels', style)}`] as const);
  if (lacks) return `${what}: ${LACK_WORDS[lacks]}.`;
  return `${what}: ${of} looked at, ${found === 0 ? 'nothing is off' : quantity(found, 'finding', 'findings', style)}.`;
}

import type { AuditedFinding, AuditsReply } from '@lens/contract';
import { type Day, formatNumber, groupOf, isOff, isWithin, rangeText, stakeOf, stakeShare, type Style } from '@lens/core';
import { type QueryValues, writeRange } from '../data/address';
import { GROUP_WORDS } from './audit-sections';
import { findingView } from './finding-view';
import { isAside, saidView } from './said-view';

/** A finding of one of all clients. */
export interface ClientFinding {
  readonly key: string;
  readonly client: string;
  readonly says: string;
  /** What it comes to: “Lose money”. */
  readonly group: string;
  readonly stake: string;
  readonly isNew: boolean;
  readonly assigned: string;
  readonly query: QueryValues;
  /** Money at stake as a share of what the client spent: clients have several currencies, and are of several sizes. */
  readonly weight: number;
}

/** Findings of all clients that ask for something, those with the most of their client’s spend at stake first. */
export function findingsOfAll({ audits }: AuditsReply, today: Day, styleOf: (client: string) => Style): ClientFinding[] {
  return audits
    .flatMap(({ client, clientName, audit }) => {
      const style = styleOf(client);
      const states = new Map(audit.states.map((state) => [state.key, state]));
      const query = { client, period: writeRange(audit.days) };
      const off = audit.findings.filter((finding) => isOff(finding) && !isAside(states.get(finding.key), today));
      return off
        .filter((finding) => !off.some((other) => isWithin(finding, other)))
        .map((finding): ClientFinding => {
          const money = stakeOf(finding);
          const weight = stakeShare(finding, audit.spend);
          const share = weight > 0 ? `, ${formatNumber(weight, 'share', style, 0)} of spend` : '';
          return {
            key: `${client} ${finding.key}`,
            client: clientName,
            says: saysOf(finding, style),
            group: GROUP_WORDS[groupOf(finding)].title,
            stake: money > 0 ? `${formatNumber(money, 'money', style, 0)}${share}` : '',
            isNew: saidView(finding, audit, null, style.locale).isNew,
            assigned: states.get(finding.key)?.assigned ?? '',
            query,
            weight,
          };
        });
    })
    .toSorted((a, b) => b.weight - a.weight);
}

function saysOf(finding: AuditedFinding, style: Style): string {
  if (finding.check !== 'target') return finding.says;
  const { actual, against, where } = findingView(finding, style);
  return `${finding.name} (${where}): ${actual}, ${against}.`;
}

/** Of which days the audits are: “3 – 30 Oct 2026”; empty where they differ. */
export function daysOfAll({ audits }: AuditsReply, locale: string): string {
  const days = [...new Set(audits.map(({ audit }) => rangeText(audit.days, locale)))];
  return days.length === 1 ? (days[0] ?? '') : '';
}

import type { AuditReply } from '@lens/contract';
import {
  type Audit,
  audit,
  barOfParts,
  BUILT_IN_BOOK,
  type DayRange,
  LEVELS,
  plainQuestion,
  type Question,
  type ResultSetId,
  type Target,
  targetFor,
} from '@lens/core';
import { acceptedMoves } from '../store/moves';
import { rulesOf } from '../store/rules';
import type { ClientData } from './client-data';

/** An audit against the target with the names its findings need on a screen. */
export interface NamedAudit extends Omit<AuditReply, 'findings' | 'target' | 'checks' | 'answer' | 'spend' | 'states' | 'before'> {
  readonly target: Target | null;
  readonly findings: (Audit['findings'][number] & {
    channelName: string;
    path: string[];
    picture?: string;
    accountId: string;
    externalId: string;
  })[];
}

/** Judges a client against its target; without a target there is nothing to judge by. */
export function judging(data: ClientData, client: string, days: DayRange, today: number): NamedAudit {
  const loaded = data.load(client);
  const target = targetFor(rulesOf(data.db, client, 'promises').targets, days);
  if (!target) return { target: null, bar: null, days, matured: false, findings: [], dataVersion: loaded.version };
  const names = data.namesOf(loaded);
  const pictures = data.picturesOf(loaded);
  const { tables } = loaded;
  const bar = barOfParts({ tables, names, client, metricSet: data.metricSetOf(client), days, lastDay: today - 1, target });
  const asked = { tables, days, lastDay: today - 1, names, accepted: acceptedMoves(data.db, client) };
  const result = audit({ ...asked, target: { ...target, value: bar?.value ?? target.value } });
  const findings = result.findings.map((finding) => {
    const path = loaded.members.pathOf(finding.member);
    const picture = finding.level === 'ad' ? pictures.get(finding.member) : undefined;
    return {
      ...finding,
      channelName: names('channel', finding.channel),
      path: LEVELS.flatMap((level) => (path.has(level) ? [loaded.members.nameOf(path.get(level) ?? -1)] : [])),
      accountId: loaded.tables.accounts[finding.account]?.id ?? '',
      externalId: loaded.members.byId.get(finding.member)?.externalId ?? '',
      ...(picture === undefined ? {} : { picture }),
    };
  });
  return { target, bar, days, matured: result.matured, findings, dataVersion: loaded.version };
}

/** The figure of a target's metric for a whole client, as the target counts. */
export function targetQuestion(client: { id: string; metricSet: ResultSetId }, target: Target, period: DayRange): Question {
  return plainQuestion({
    clients: [client.id],
    period,
    countedBy: target.countedBy,
    basis: target.basis,
    metricSet: BUILT_IN_BOOK.sets.find((set) => set.metrics.includes(target.metric))?.id ?? client.metricSet,
  });
}

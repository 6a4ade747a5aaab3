import type { OfferedReport } from '@lens/contract';
import { formatDay, guessMapping, type Mapping, mappingProblems, type Role, roleKey, type Vocabulary } from '@lens/core';
import type { ServiceChannel, ServiceReport } from './service';

const PREVIEW_DAYS = 7;
const SHOWN_ROWS = 6;

/** The reports of an account with their newest rows, what each field becomes here, and why one cannot be read. */
export async function offeredReports(
  service: ServiceChannel,
  account: string,
  lastDay: number,
  vocabulary: Vocabulary,
): Promise<OfferedReport[]> {
  const offered: OfferedReport[] = [];
  for (const report of await service.reports(account)) offered.push(await offerOf(service, account, report, lastDay, vocabulary));
  return offered;
}

async function offerOf(
  service: ServiceChannel,
  account: string,
  report: ServiceReport,
  lastDay: number,
  vocabulary: Vocabulary,
): Promise<OfferedReport> {
  const days = { from: formatDay(lastDay - PREVIEW_DAYS + 1), to: formatDay(lastDay) };
  const pages = service.rows(account, { report: report.id, ...days, fields: report.fields.map(({ name }) => name) });
  const first = await pages.next();
  const page = first.done ? undefined : first.value;
  const columns = page?.columns ?? report.fields.map(({ name }) => name);
  const rows = (page?.rows ?? []).slice(0, 200).map((row) => row.map((cell) => (cell === null ? '--' : String(cell))));
  const { mapping } = guessMapping(
    columns,
    columns.map((_, at) => rows.map((row) => row[at] ?? '')),
    { vocabulary },
  );
  const problems = mappingProblems(mapping, columns, vocabulary);
  return {
    ...report,
    fields: report.fields.map((field) => ({ ...field, becomes: becomes(mapping, columns.indexOf(field.name)) })),
    rows: rows.slice(0, SHOWN_ROWS),
    problem: problems.length > 0 ? 'Nothing in it can be compared here yet.' : '',
  };
}

function becomes(mapping: Mapping, at: number): string {
  const role: Role | undefined = mapping.columns[at];
  return role === undefined || role.role === 'ignore' ? '' : roleKey(role);
}

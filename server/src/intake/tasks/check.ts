import type { CheckReport } from '@lens/contract';
import {
  addingOf,
  bounds,
  compareTotals,
  type DayRange,
  formatDay,
  joiningOf,
  LEVELS,
  type Mapping,
  MILLIONTHS,
  type TaggedOutcome,
  termScale,
  termUnit,
  tryJoining,
  USUAL_JOINING,
  value,
  Vocabulary,
} from '@lens/core';
import { type Db, openDatabase } from '../../store/database';
import { columnsOf } from '../../store/feeds';
import { memberJoiner } from '../../store/load-orders';
import { membersOf } from '../../store/members';
import { thingSums } from '../../store/row-tables';
import { rulesOf } from '../../store/rules';
import {
  absentMembers,
  attachStaging,
  createStaging,
  type Declared,
  longRows,
  overlappingRows,
  removeStaging,
  replacedRows,
  type StagedDays,
  stagedDays,
  stagedHours,
  stagedLimits,
  stagedMembers,
  stagedOutcomes,
  stagedSum,
  stagedSums,
  straddlingRow,
} from '../../store/staging';
import { storedPath } from '../file-store';
import type { CheckTask, IntakeMessage } from '../messages';
import { UnreadableFile } from '../read/unreadable-file';
import { stageFile, termsOfMapping } from '../stage';
import type { Reporting } from './reporting';

/** Reads a file into staging rows, and says what importing it would change. */
export async function check(task: CheckTask, { say }: Reporting): Promise<IntakeMessage> {
  const vocabulary = new Vocabulary(task.words);
  removeStaging(task.staging);
  const staging = createStaging(task.staging, termsOfMapping(task.mapping).length);
  const source = {
    path: storedPath(task.dataFolder, task.file),
    layout: task.layout,
    mapping: task.mapping,
    zones: task.zones,
    vocabulary,
  };
  const result = await stageFile(staging, source, (rows) => say({ kind: 'progress', phase: 'reading', rows }));
  const days = stagedDays(staging, task.mapping.kind);
  const long = task.mapping.kind === 'report' ? longRows(staging) : 0;
  if (long > 0) refuseOverlaps(staging);
  const totals = totalsOf(staging, task.mapping, vocabulary);
  const members = task.mapping.kind === 'report' ? stagedMembers(staging) : 0;
  const hours = result.isMoved && task.covers === null ? stagedHours(staging) : null;
  const tagged = task.mapping.kind === 'orders' ? stagedOutcomes(staging) : null;
  staging.close();
  const range = coveredDays(days, task.covers, task.mapping.kind === 'report' ? 0 : 1);
  const seen = range && task.feed !== null ? compareWithRecord(task, task.feed, { ...range, hours }) : { replaces: 0, absent: [] };
  return {
    kind: 'checked',
    report: {
      rows: days.rows,
      merged: result.merged,
      badRows: result.badRows,
      problems: result.problems,
      limits: result.limits,
      longRows: long,
      repeatedHeaders: result.repeatedHeaders,
      leftOut: result.leftOut,
      ratios: result.ratios,
      fileTotals: compareTotals(result.totals, totals),
      days: range,
      hours,
      members,
      totals,
      joined: tagged && joinedWithRecord(task, tagged),
      replaces: seen.replaces,
      absent: seen.absent.slice(0, 50),
      absentCount: seen.absent.length,
    },
  };
}

/**
 * The days of the rows, or the wider ones the file is said to cover. Orders have moments: moved to the
 * client's zone, those of the edges fall on a day beside the days asked for.
 */
function coveredDays({ from, to }: StagedDays, covers: DayRange | null, slack: number): DayRange | null {
  if (from === null || to === null) return null;
  if (covers && (covers.from - slack > from || covers.to + slack < to)) {
    throw new UnreadableFile(`The file has rows from ${formatDay(from)} to ${formatDay(to)}, more than the days it is said to cover.`);
  }
  return covers ?? { from, to };
}

function totalsOf(staging: Db, mapping: Mapping, vocabulary: Vocabulary): CheckReport['totals'] {
  if (mapping.kind !== 'report') {
    const { kind } = mapping;
    return thingSums(kind, mapping, vocabulary).map((sum) => ({
      term: sum.term,
      figure: value(stagedSum(staging, kind, sum) / MILLIONTHS),
      unit: sum.unit,
    }));
  }
  const terms = termsOfMapping(mapping);
  const sums = stagedSums(staging, terms.length);
  const limits = stagedLimits(staging);
  return terms.flatMap((key, slot) => {
    const [known, limit] = [sums[slot] ?? null, limits.get(key)];
    const term = vocabulary.termOfKey(key);
    if ((known === null && !limit) || addingOf(term) !== 'adds') return [];
    const whole = (amount: number): number => ((known ?? 0) + amount) / termScale(term);
    const figure = limit ? bounds(whole(limit.least), limit.most === null ? null : whole(limit.most)) : value(whole(0));
    return [{ term: key, figure, unit: termUnit(term) === 'money' ? ('money' as const) : ('count' as const) }];
  });
}

function compareWithRecord(task: CheckTask, feed: number, days: Declared) {
  const db = openDatabase(task.dataFolder);
  try {
    attachStaging(db, task.staging);
    const straddling = task.mapping.kind === 'report' ? straddlingRow(db, feed, days) : undefined;
    if (straddling)
      throw new UnreadableFile(
        `The feed has rows that stand for ${formatDay(straddling.from)} to ${formatDay(straddling.to)}, of which this file covers a part. Bring in the whole of those days, or give the file a feed of its own.`,
      );
    const replaces = replacedRows(db, feed, task.mapping.kind, days);
    const hasMembers =
      task.mapping.kind === 'report' && task.mapping.columns.some((role) => role.role === 'level' && LEVELS.includes(role.level));
    const absent = hasMembers ? absentMembers(db, feed, days, columnsOf(db, feed).indexOf('spend')) : [];
    return { replaces, absent };
  } finally {
    db.close();
  }
}

/** Rows of a week beside rows of its days would count twice. */
function refuseOverlaps(staging: Db): void {
  const found = overlappingRows(staging);
  if (found)
    throw new UnreadableFile(
      `The file has a row that stands for ${formatDay(found.from)} to ${formatDay(found.to)}, and another of the same member from ${formatDay(found.other)} on: they would count twice. Keep one of them, for example by a step that keeps rows.`,
    );
}

/** How the outcomes of a file would reach the members there are. */
function joinedWithRecord(task: CheckTask, outcomes: readonly TaggedOutcome[]): CheckReport['joined'] {
  const db = openDatabase(task.dataFolder);
  try {
    const joining = task.feed === null ? USUAL_JOINING : joiningOf(rulesOf(db, task.client, 'joins'), task.feed);
    const find = memberJoiner(joining, membersOf(db, task.client), rulesOf(db, task.client, 'naming'));
    const { reached: _, loose, ...sums } = tryJoining(outcomes, find, joining.keys.length);
    return { ...sums, loose: loose.slice(0, MOST_LOOSE), looseCount: loose.length };
  } finally {
    db.close();
  }
}

const MOST_LOOSE = 20;

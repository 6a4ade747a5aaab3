import { question as questionSchema } from '@lens/contract';
import { formatDay, plainName, unpackFigures } from '@lens/core';
import { z } from 'zod';
import { aboutQuestion } from './about-question';
import type { Exported } from './exported';

/** A comparison as JSON: the question as the API takes it, and of each row its figures with gaps, limits and coverage as they are. */
export function tableJson(exported: Exported): string {
  const { client, question, table, book } = exported;
  const figures = table.across
    ? [table.across.whole, ...table.across.columns].map((column, at) => ({
        key: at === 0 ? 'whole' : (table.across?.heads[at - 1]?.key ?? ''),
        column,
      }))
    : table.columns.map((column, at) => ({ key: table.metrics[at] ?? '', column }));
  const columns = figures.map(({ key, column: { now, before, change, beyondChance } }) => ({
    key,
    now: unpackFigures(now),
    before: before && unpackFigures(before),
    change: change && unpackFigures(change),
    beyondChance: new Set(beyondChance),
  }));
  const whole = {
    question: z.encode(questionSchema, question),
    currency: client.currency,
    about: Object.fromEntries(aboutQuestion(exported)),
    metrics: table.metrics.map((id) => ({ id, label: book.named(id).label, unit: book.named(id).unit })),
    columns: table.across ? table.across.heads : null,
    dataVersion: table.dataVersion,
    rows: table.rows.map((row, at) => ({
      key: row.key,
      parent: row.parent,
      kind: row.kind,
      level: row.level,
      name: plainName(row),
      held: row.held,
      settings: settingsOf(row),
      figures: Object.fromEntries(
        columns.map(({ key, now, before, change, beyondChance }) => [
          key,
          {
            now: now[at],
            ...(before ? { before: before[at] } : {}),
            ...(change ? { change: change[at], beyondChance: beyondChance.has(at) } : {}),
          },
        ]),
      ),
    })),
  };
  return JSON.stringify(whole, null, 1);
}

/** What a row is set to, with days as they are written. */
function settingsOf({ settings }: Exported['table']['rows'][number]): object | null {
  if (!settings) return null;
  const { status, since, change } = settings;
  return { status, since: since === null ? null : formatDay(since), change: change && { ...change, day: formatDay(change.day) } };
}

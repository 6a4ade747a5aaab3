import type { CreditReply, CreditRequest } from '@lens/contract';
import {
  type BesideCredit,
  bookOf,
  type ComparisonRow,
  creditAnswer,
  type CreditColumn,
  type Figure,
  gap,
  lastDayOf,
  MARGIN,
  MILLIONTHS,
  NONE,
  numberOn,
  packFigures,
  plainQuestion,
  prepare,
  tableOf,
  touchesAfter,
} from '@lens/core';
import type { LoadedClient } from '../store/tables';
import type { LoadedTouches } from '../store/touches/load-touches';
import type { ClientData } from './client-data';
import { journeyQuestion } from './journey-question';
import { knownTouches } from './known-touches';

const NOT_MEASURED = gap('not measured');

/** Credits the outcomes of a client's period to the touches before them. `today` is the client's. */
export function creditOf(data: ClientData, client: string, asked: CreditRequest, today: number): CreditReply {
  const loaded = data.load(client, asked.knownOn);
  const touches = loaded.touches();
  const { log } = touches;
  const names = data.namesOf(loaded);
  const beside = besideCredit(data, loaded, asked, lastDayOf(asked, today));
  const answer = creditAnswer(log, journeyQuestion(asked, names), beside, (done) => data.tell(done));
  const kinds = kindsOf(touches, asked.by, (code) => names('channel kind', code));
  return {
    rows: answer.rows.map((row) => {
      if (typeof row === 'string') return { key: row, names: [], kind: null, is: row };
      const called = row.map((code, at) => (code === NONE ? '' : names(asked.by[at] ?? '', code)));
      return { key: row.join(), names: called, kind: kinds.get(row[0] ?? NONE) ?? null, is: 'member' };
    }),
    columns: answer.columns.map(columnOf),
    beside: answer.beside,
    parted: answer.parted.flatMap((parted, row) => (parted ? [{ row, ...parted }] : [])),
    lacks: answer.lacks,
    shapleyError: answer.shapleyError,
    journeys: answer.journeys,
    draws: answer.draws,
    notes: notesOf(touches, asked.action, today),
    ...knownTouches(log, loaded.tables.vocabulary),
    dataVersion: loaded.version,
  };
}

const columnOf = ({ of, rule, figures, limits }: CreditColumn): CreditReply['columns'][number] => ({
  of,
  rule,
  figures: packFigures(figures),
  limits: limits.flatMap((each, row) => (each ? [[row, each.low, each.high] as [number, number, number]] : [])),
});

/** What reports say of the same members: spend and what channels claim, where they tell them apart. */
function besideCredit(data: ClientData, loaded: LoadedClient, asked: CreditRequest, lastDay: number): BesideCredit {
  const { vocabulary } = loaded.tables;
  const book = bookOf(vocabulary);
  const metrics = { spend: 'spend', claims: book.plainOf('count', asked.action)?.id, value: book.plainOf('value', asked.action)?.id };
  const wanted = Object.values(metrics).filter((id) => id !== undefined);
  const question = plainQuestion({
    clients: [loaded.client],
    period: asked.period,
    metricSet: data.metricSetOf(loaded.client),
    countedBy: 'claims',
    // Channels claim by the day of the click; few say by that of the sale as well.
    basis: 'click',
    rows: asked.by,
    where: asked.where,
    knownOn: asked.knownOn,
  });
  const names = data.namesOf(loaded);
  const table = tableOf(prepare(loaded.tables, question, names, { lastDay, metrics: wanted }), question);
  const codes = new Map(table.rows.map((row) => [row.key, codeOf(data, row, names)]));
  const members = table.rows
    .filter(({ kind, depth }) => kind === 'member' && depth === asked.by.length - 1)
    .map((row) => ({ row, codes: [...(row.parent === null ? [] : [codes.get(row.parent) ?? NONE]), codes.get(row.key) ?? NONE] }));
  const byCodes = new Map(members.map(({ row, codes: own }) => [own.join(), row]));
  const figureOf =
    (metric: string | undefined) =>
    (own: readonly number[]): Figure => {
      const at = metric === undefined ? -1 : table.metrics.indexOf(metric);
      return byCodes.get(own.join())?.cells[at]?.now ?? NOT_MEASURED;
    };
  const spend = figureOf(metrics.spend);
  const costs = ({ codes: own }: { codes: readonly number[] }): boolean => {
    const figure = spend(own);
    return figure.kind === 'bounds' || (figure.kind === 'value' && figure.value > 0);
  };
  return {
    spend,
    claims: figureOf(metrics.claims),
    claimedValue: figureOf(metrics.value),
    marginOn: (day) => numberOn(loaded.tables, 0, MARGIN.id, day),
    members: members.filter(costs).map(({ codes: own }) => own),
  };
}

/** The code that touches have for a member of Compare: what accounts tell is known there by its text. */
function codeOf(data: ClientData, { level, code }: ComparisonRow, names: ReturnType<ClientData['namesOf']>): number {
  if (typeof code === 'number') return code;
  if (code === null) return NONE;
  return data.codeOf(level, level === 'channel' ? names(level, code) : code);
}

/** The kind of channel of each member of the first dimension, where all its touches are of one. */
function kindsOf({ log }: LoadedTouches, [first]: readonly string[], nameOf: (code: number) => string): Map<number, string> {
  const [own, kind] = [log.codes.get(first ?? ''), log.codes.get('channel kind')];
  const kinds = new Map<number, string | undefined>();
  if (own?.of !== 'member' || !kind) return new Map();
  for (const [place, code] of own.codes.entries()) {
    const told = kind.codes[place] ?? NONE;
    const name = told === NONE ? undefined : nameOf(told);
    kinds.set(code, kinds.has(code) && kinds.get(code) !== name ? undefined : name);
  }
  return new Map([...kinds].flatMap(([code, name]) => (name === undefined ? [] : [[code, name] as const])));
}

function notesOf({ notes: { unlisted, ...notes }, log, countedBy }: LoadedTouches, action: string, today: number): CreditReply['notes'] {
  let longest = 0;
  for (let person = 0; person < log.people; person++)
    longest = Math.max(longest, (log.touchesFrom[person + 1] ?? 0) - (log.touchesFrom[person] ?? 0));
  return {
    ...notes,
    covers: [...notes.covers],
    isThere: log.people > 0,
    countedBy: countedBy.get(action) ?? null,
    unlisted: { count: unlisted.count, value: unlisted.value / MILLIONTHS },
    unknownShare: notes.touches === 0 ? 0 : notes.unknownChannel / notes.touches,
    future: touchesAfter(log, today),
    longest,
  };
}

import type { ChangesReply, StoredNote, WireChange } from '@lens/contract';
import { type Day, type DayRange, formatNumber, rangeText, type Style } from '@lens/core';
import { changeWords } from '@lens/draw';
import { LEVEL_WORDS } from '../data/level-words';

/** One line of the logbook: a note, or a change as a channel tells it. */
export interface LogLine {
  readonly day: Day;
  readonly of: string;
  readonly level: string;
  readonly what: string;
  /** Beside what: what else is said, or how long it lasted. */
  readonly more: string;
  readonly value: string;
  readonly by: string;
  readonly toldBy: string;
  readonly feedName: string;
  /** Where it is one that somebody wrote. */
  readonly note: StoredNote | null;
}

export interface Log {
  readonly changes: ChangesReply;
  readonly notes: readonly StoredNote[];
  readonly period: DayRange;
  /** What is written of it belongs to a period that reaches the last finished day. */
  readonly today: Day;
}

/** What happened on some days, in words, the newest day first; notes of a day before its changes. */
export function logbookView({ changes: { changes, count }, notes, period, today }: Log, sought: string, style: Style) {
  const last = period.to === today - 1 ? today : period.to;
  const wanted = sought.trim().toLocaleLowerCase();
  const within = notes.filter(({ days }) => days.from <= last && days.to >= period.from);
  const all = [...within.map((note) => noteLine(note, style)), ...changes.map(changeLine)];
  const lines = all.filter((line) => textOf(line).includes(wanted)).toSorted((a, b) => b.day - a.day);
  const days = [...new Set(lines.map(({ day }) => day))];
  return {
    days: days.map((day) => ({
      dayText: rangeText({ from: day, to: day }, style.locale),
      lines: lines.filter((line) => line.day === day),
    })),
    more:
      count > changes.length
        ? `The newest ${formatNumber(changes.length, 'count', style)} of ${formatNumber(count, 'count', style)} changes.`
        : '',
  };
}

const textOf = ({ of, what, value, more, by, toldBy }: LogLine): string =>
  [of, what, value, more, by, toldBy].join(' ').toLocaleLowerCase();

function changeLine(change: WireChange): LogLine {
  const { day, level, field, note, by, channelName, feedName } = change;
  return {
    ...changeWords(change),
    day,
    level: level === null ? '' : LEVEL_WORDS[level],
    more: field === null ? '' : (note ?? ''),
    by: by ?? '',
    toldBy: channelName,
    feedName,
    note: null,
  };
}

function noteLine(note: StoredNote, style: Style): LogLine {
  const { days, channel, campaign, text, by, client } = note;
  return {
    day: days.from,
    of: campaign ?? channel ?? (client === null ? 'all clients' : 'the client'),
    level: campaign === null ? '' : 'campaign',
    what: text,
    more: days.from === days.to ? '' : rangeText(days, style.locale),
    value: '',
    by,
    toldBy: campaign === null ? '' : (channel ?? ''),
    feedName: 'noted',
    note,
  };
}

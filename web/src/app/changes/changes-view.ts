import type { ChangesReply, WireChange } from '@lens/contract';
import { formatNumber, rangeText, type Style } from '@lens/core';
import { LEVEL_WORDS } from '../data/level-words';

/** Changes in words, those of one day together. */
export function changesView({ changes, count }: ChangesReply, sought: string, style: Style) {
  const wanted = sought.trim().toLocaleLowerCase();
  const lines = changes.map((change) => changeLine(change, style)).filter(({ text }) => text.includes(wanted));
  const days = [...new Set(lines.map(({ dayText }) => dayText))];
  return {
    days: days.map((dayText) => ({ dayText, lines: lines.filter((line) => line.dayText === dayText) })),
    more:
      count > changes.length ? `The newest ${formatNumber(changes.length, 'count', style)} of ${formatNumber(count, 'count', style)}.` : '',
  };
}

/** A change in words. */
export function changeLine({ day, level, name, field, oldValue, newValue, note, by, ...rest }: WireChange, style: Style) {
  const value = oldValue !== null && newValue !== null ? `${oldValue} → ${newValue}` : (newValue ?? '');
  const line = {
    ...rest,
    dayText: rangeText({ from: day, to: day }, style.locale),
    of: name ?? (level === null ? 'the account' : 'not named'),
    level: level === null ? '' : LEVEL_WORDS[level],
    what: field ?? note ?? '',
    value,
    note: field === null ? '' : (note ?? ''),
    by: by ?? '',
  };
  const text = [line.of, line.what, line.value, line.note, line.by, line.channelName].join(' ').toLocaleLowerCase();
  return { ...line, text };
}

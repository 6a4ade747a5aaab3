import type { ChangesReply, WireChange } from '@lens/contract';
import { formatNumber, rangeText, type Style } from '@lens/core';
import { changeWords } from '@lens/draw';
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
function changeLine(change: WireChange, style: Style) {
  const { day, level, field, note, by, at, channelName, accountName, feedName } = change;
  const line = {
    ...{ at, channelName, accountName, feedName },
    ...changeWords(change),
    dayText: rangeText({ from: day, to: day }, style.locale),
    level: level === null ? '' : LEVEL_WORDS[level],
    note: field === null ? '' : (note ?? ''),
    by: by ?? '',
  };
  const text = [line.of, line.what, line.value, line.note, line.by, line.channelName].join(' ').toLocaleLowerCase();
  return { ...line, text };
}

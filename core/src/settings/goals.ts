import type { Day } from '../time/day';
import { changesOfField, type ToldChange } from './told-change';

/** What campaigns that steer themselves are told to reach on a day, by code, as far as it is told as a number: “2.8”, “280 %”, “£16.00”. */
export function goalsOn(changes: readonly ToldChange[], day: Day): Map<number, number> {
  const goals = new Map<number, number>();
  for (const { level, code, newValue } of changesOfField(changes, 'goal', day)) {
    if (level !== 'campaign' || code === null) continue;
    const goal = goalOf(newValue ?? '');
    if (goal === null) goals.delete(code);
    else goals.set(code, goal);
  }
  return goals;
}

function goalOf(text: string): number | null {
  const [, figure = ''] = /^[^\d]{0,4}(\d+(?:[.,]\d{1,2})?)\s*[^\d\s]{0,4}$/.exec(text.trim()) ?? [];
  const goal = Number(figure.replace(',', '.'));
  return goal > 0 ? goal / (text.trim().endsWith('%') ? 100 : 1) : null;
}

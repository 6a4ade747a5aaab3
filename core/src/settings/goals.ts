import type { Day } from '../time/day';
import { changesOfField, type ToldChange } from './told-change';

/** What a goal is of, by the words of its field; of others nothing is known. */
const KINDS = { return: /\b(roas|return)\b/i, cost: /\b(cpa|cpl|cost)\b/i };

/**
 * The returns or costs that campaigns which steer themselves are told to reach on a day, by code, as far as they are told as a
 * number: “2.8”, “280 %”, “£16.00”. Costs are in the account's currency.
 */
export function goalsOn(changes: readonly ToldChange[], kind: keyof typeof KINDS, day: Day): Map<number, number> {
  const goals = new Map<number, number>();
  for (const { level, code, field, newValue } of changesOfField(changes, 'goal', day)) {
    if (level !== 'campaign' || code === null || !KINDS[kind].test(field ?? '')) continue;
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

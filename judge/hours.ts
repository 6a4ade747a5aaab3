import type { AuditReply } from '@lens/contract';
import { WEEKDAYS } from '@lens/core';
import { PROMISES } from '../market/src/demo/promises';
import type { ClientWorld } from '../market/src/world/spec';
import type { Figure } from './figures';

/** Hours of the week that an audit says surely bring more, or less, for a click, and those of them for which that is true. */
export interface JudgedHours {
  readonly told: number;
  readonly right: number;
}

/** “Mon–Wed 17:00–21:00 +35%”: its weekdays, its hours and the side of the mean. */
const LINE = /^(.+) (\d{2}):00–(\d{2}):00 ([+−])/;

/** Holds the hours of an audit against what a click of each truly brings, beside the mean of accepting hours. */
export function judgeHours({ id, hours, hourOutcomes }: ClientWorld, { findings }: Pick<AuditReply, 'findings'>): JudgedHours {
  const said = PROMISES[id]?.hours ?? [];
  const isOpen = (hour: number): boolean => said.length === 0 || said.some(({ opens, closes }) => hour >= opens && hour < closes);
  const factorOf = (hour: number): number => hourOutcomes?.[hour] ?? 1;
  const open = hours.map((demand, hour) => (isOpen(hour) ? demand : 0));
  const mean = sum(open.map((demand, hour) => demand * factorOf(hour))) / sum(open);
  const cells = findings
    .flatMap((finding) => (finding.check === 'hours' && finding.trouble === 'hours differ' ? (finding.members ?? []) : []))
    .flatMap((line) => {
      const [, weekdays = '', from, to, side] = LINE.exec(line) ?? [];
      const own = Array.from({ length: Number(to) - Number(from) }, (_, at) => Number(from) + at);
      const right = own.filter((hour) => (side === '+' ? factorOf(hour) > mean : factorOf(hour) < mean)).length;
      return [{ told: own.length * daysIn(weekdays), right: right * daysIn(weekdays) }];
    });
  return { told: sum(cells.map(({ told }) => told)), right: sum(cells.map(({ right }) => right)) };
}

/** How many weekdays “every day”, “Mon–Fri” or “Mon, Wed and Sat” are. */
function daysIn(text: string): number {
  if (text === 'every day') return WEEKDAYS.length;
  const named = WEEKDAYS.filter((day) => text.includes(day));
  const [first = '', last = ''] = text.split('–');
  return text.includes('–') ? WEEKDAYS.indexOf(last) - WEEKDAYS.indexOf(first) + 1 : named.length;
}

const sum = (numbers: readonly number[]): number => numbers.reduce((all, each) => all + each, 0);

export function figuresOfHours(judged: readonly JudgedHours[]): Figure[] {
  const [told, right] = [sum(judged.map((each) => each.told)), sum(judged.map((each) => each.right))];
  return [
    { name: 'Audit: hours of the week told to bring more or less', value: told, bar: null, unit: '' },
    ...(told === 0 ? [] : [{ name: 'Audit: of these, on the right side', value: right / told, bar: 0.95, unit: '%' } satisfies Figure]),
  ];
}

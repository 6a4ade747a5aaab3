import type { AcceptingHours } from '../dayparts/accepting';
import type { WantedFrequency } from '../people/wanted';
import { type Figure, gap } from '../figure/figure';
import { quantity } from '../figure/text';
import { listLots, type LotLine } from '../lots/lot-list';
import { balanceLeft, pacing } from '../moves/economics';
import type { Filter } from '../question/filter';
import { type Day, type DayRange, dayParts, daysInMonth, firstOfMonth } from '../time/day';
import { figureIn } from '../compare/answer';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { only, read, type Situation } from './situation';
import { Words } from './words';

/** What was agreed: the plan of a month, what was paid in at a channel by a day, in which hours somebody answers, and how often people should see a campaign. */
export interface Promised {
  readonly budgets: readonly (DayRange & { readonly amount: number })[];
  readonly balances: readonly { readonly channel: string; readonly day: Day; readonly amount: number }[];
  readonly hours: readonly AcceptingHours[];
  readonly frequencies: readonly WantedFrequency[];
}

/** A month that will end this far off its plan is told, once so many days of it are known. */
const OFF_PLAN = 0.05;
const LEAST_DAYS = 7;
/** Days of which the pace of a prepaid balance is told, and how many more it must last. */
const PACE_DAYS = 7;
const FEW_DAYS = 7;
/** Less of a lot than this is under-delivered. */
const DELIVERED = 0.95;

/** Whether the month ends on its plan, prepaid money lasts, and lots that were bought came (calculations 6 and 14). */
export function checkPacing(situation: Situation): Looked {
  const { promised, days, tables, lastDay, style } = situation;
  const month = { from: firstOfMonth(days.to), to: days.to };
  const plan = promised.budgets.find((each) => each.from <= days.to && days.to <= each.to)?.amount;
  const newest = [
    ...new Map(
      promised.balances
        .filter(({ day }) => day <= days.to)
        .toSorted((a, b) => a.day - b.day)
        .map((each) => [each.channel, each]),
    ).values(),
  ];
  const lots = listLots(tables, days, lastDay).lines.filter(({ kind }) => kind === 'lot');
  const looked = [
    ...(plan === undefined ? [] : ['the plan of the month']),
    ...(newest.length > 0 ? [quantity(newest.length, 'prepaid balance', 'prepaid balances', style)] : []),
    ...(lots.length > 0 ? [quantity(lots.length, 'lot', 'lots', style)] : []),
  ];
  if (looked.length === 0) return lacking('pacing', 'no monthly budget is set and no balance told. Both can be, under Targets');
  const findings = [
    ...(plan === undefined ? [] : planFinding(situation, plan, month)),
    ...newest.flatMap((each) => balanceFinding(situation, each)),
    ...lotsFinding(situation, lots),
  ];
  return { check: 'pacing', looked: looked.join(', '), findings, lacks: '' };
}

/** What was spent on some days, at a channel or all; a gap where that is not told. */
function spent(situation: Situation, period: DayRange, channel?: string): Figure {
  const where: Filter[] = channel === undefined ? [] : only('channel', channel);
  const { found, members } = read(situation, ['spend'], { period, where });
  const total = members.find(({ kind }) => kind === 'total');
  return total ? figureIn(found, total, 'spend', 0) : gap('not measured');
}

const finding = (
  situation: Situation,
  part: Pick<OtherFinding, 'trouble' | 'key' | 'about' | 'money' | 'says' | 'evidence' | 'advice'> & Partial<OtherFinding>,
): OtherFinding => ({
  ...{ check: 'pacing', group: 'worth watching', days: situation.days, since: null, happened: [], picture: null },
  rows: { screen: 'targets', period: situation.days },
  ...part,
});

function planFinding(situation: Situation, plan: number, month: DayRange): OtherFinding[] {
  const words = new Words(situation.style);
  const spend = spent(situation, month);
  const done = dayParts(month.to).date;
  const pace = spend.kind === 'value' ? pacing(plan, spend.value, done, daysInMonth(month.to)) : undefined;
  if (!pace || spend.kind !== 'value' || done < LEAST_DAYS || Math.abs(pace.monthEnd / plan - 1) <= OFF_PLAN) return [];
  const isOver = pace.monthEnd > plan;
  const left = daysInMonth(month.to) - done;
  return [
    finding(situation, {
      trouble: isOver ? 'over plan' : 'under plan',
      key: findingKey('pacing', isOver ? 'over plan' : 'under plan', month.from),
      about: { kind: 'Client', name: 'The plan of the month', path: [] },
      money: Math.abs(pace.monthEnd - plan),
      says: `The month ends at ${words.money(pace.monthEnd)} if it goes on like this, ${words.share(Math.abs(pace.monthEnd / plan - 1))} ${isOver ? 'over' : 'under'} its plan of ${words.money(plan)}.`,
      evidence: [`${words.money(spend.value)} spent in ${done} days, all days taken as equal.`],
      advice:
        left === 0
          ? 'The month is over.'
          : pace.neededADay > 0
            ? `Spend ${words.money(pace.neededADay)} a day in the ${left} days left to end on it.`
            : 'All of the plan is spent.',
    }),
  ];
}

function balanceFinding(situation: Situation, { channel, day, amount }: Promised['balances'][number]): OtherFinding[] {
  const { days } = situation;
  const words = new Words(situation.style);
  const { left, days: lasts } = balanceLeft(
    amount,
    spent(situation, { from: day, to: days.to }, channel),
    spent(situation, { from: days.to - PACE_DAYS + 1, to: days.to }, channel),
    PACE_DAYS,
  );
  if (left.kind !== 'value' || (left.value > 0 && (lasts === null || lasts >= FEW_DAYS))) return [];
  const isSpent = left.value <= 0;
  return [
    finding(situation, {
      trouble: isSpent ? 'balance spent' : 'balance runs out',
      key: findingKey('pacing', 'balance', channel),
      about: { kind: 'Channel', name: channel, path: [] },
      group: 'held back',
      money: Math.abs(left.value),
      says: isSpent
        ? `The money paid in at ${channel} by ${words.day(day)} is spent: ${words.money(-left.value)} more went than there was, so it was topped up since, or it stands still.`
        : `The money paid in at ${channel} lasts ${words.count(Math.floor(lasts ?? 0))} more days: ${words.money(left.value)} are left.`,
      evidence: [`${words.money(amount)} on ${words.day(day)}, less what was spent since; the pace is that of the last ${PACE_DAYS} days.`],
      advice: isSpent ? 'Write down the new balance under Targets, or pay in.' : 'Pay in before it ends: what runs there stops with it.',
    }),
  ];
}

function lotsFinding(situation: Situation, lots: readonly LotLine[]): OtherFinding[] {
  const words = new Words(situation.style);
  const short = lots.flatMap(({ name, seller, figures: { delivered, price } }) =>
    delivered.kind === 'value' && delivered.value < DELIVERED && price.kind === 'value'
      ? [{ name, seller, delivered: delivered.value, owed: price.value * (1 - delivered.value) }]
      : [],
  );
  if (short.length === 0) return [];
  const owed = short.reduce((sum, each) => sum + each.owed, 0);
  return [
    finding(situation, {
      trouble: 'under-delivered',
      key: findingKey('pacing', 'under-delivered'),
      about: { kind: 'Lots', name: [...new Set(short.map(({ seller }) => seller))].join(', '), path: [] },
      group: 'loses money',
      money: owed,
      says: `${quantity(short.length, 'lot', 'lots', situation.style)} of ${lots.length} brought less than was agreed; ${words.money(owed)} were paid for what did not come.`,
      evidence: ['By the seller’s own count of what came.'],
      advice: 'Ask the seller for the rest, or for the money.',
      picture: {
        kind: 'table',
        title: 'Lots that fell short',
        heads: ['lot', 'seller', 'came', 'paid for nothing'],
        rows: short.map((each) => [each.name, each.seller, words.share(each.delivered), words.money(each.owed)]),
      },
    }),
  ];
}

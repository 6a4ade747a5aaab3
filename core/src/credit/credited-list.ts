import type { Cover, OrderTable, UnreadLine } from '../grain/tables';
import { splitBy } from '../join/split';
import { type Credited, creditingOf, USUAL_CREDITING } from '../measure/counted-by';
import { MILLIONTHS } from '../measure/scale';
import { isAccountDimension } from '../question/dimensions';
import { codeAt, type Coding, NONE } from '../rows/coding';
import { HALF_LIFE, PositionPass } from './by-position';
import { cutJourneys, type Journeys } from './journeys';
import type { CreditMembers } from './members';
import type { TouchLog } from './touch-log';

/** What is known of the outcomes of an action that a log is credited with. */
export interface CreditSource {
  /** The log that its touches came in, and the list that counts its outcomes: the log itself where none does. */
  readonly touches: number;
  readonly outcomes: number;
  /** Days on which both are known, and what could not be read of the list. */
  readonly covers: readonly Cover[];
  readonly unread: readonly UnreadLine[];
}

const HOURS = 24;
const EVER = { from: -Infinity, to: Infinity };
const UNTOLD: CreditMembers = { codes: [[]], of: () => 0 };

/**
 * The outcomes of an action as lists that know where each leads (calculations 15): those with a touch as parts, one a
 * touch, on the day of the touch and that of the outcome, which add up to the outcome to the millionth; and those that
 * no touch is known of. What an outcome tells beside its value its touches do not know.
 */
export function creditedLists(log: TouchLog, action: string, as: Credited, source: CreditSource): readonly OrderTable[] {
  const { rule, lookback, views } = creditingOf(as) ?? USUAL_CREDITING;
  const cut = cutJourneys(log, UNTOLD, { action, days: EVER, basis: 'sale', lookback: lookback * HOURS, views, direct: false });
  const journeys = byPlace(cut);
  const pass = new PositionPass(journeys, HALF_LIFE);
  const [touched, untouched] = [new Parts(log, journeys.touch.length), new Parts(log, journeys.length)];
  for (let journey = 0; journey < journeys.length; journey++) {
    if (journeys.isSold[journey] === 0) continue;
    const from = journeys.touchesFrom[journey] ?? 0;
    const length = (journeys.touchesFrom[journey + 1] ?? 0) - from;
    const [weight, worth] = [journeys.weight[journey] ?? 0, journeys.value[journey] ?? NaN];
    const whole: Part = { saleDay: journeys.day[journey] ?? 0, count: Math.round(weight * MILLIONTHS), value: Math.round(worth * weight) };
    if (length === 0) untouched.addUntouched(whole, journeys.outcome[journey] ?? NONE);
    else touched.addShares(whole, journeys.touch.subarray(from, from + length), pass.sharesOf(journey, rule));
  }
  const known = { action, countedBy: as, covers: source.covers, unread: source.unread };
  return [
    { ...known, feedId: source.touches, ...touched.columns() },
    { ...known, feedId: source.outcomes, ...untouched.columns() },
  ];
}

/** Journeys in which each touch is a member of its own: its place. */
function byPlace(journeys: Journeys): Journeys {
  const { length, touchesFrom } = journeys;
  const member = new Uint32Array(journeys.touch.length);
  let members = 0;
  for (let journey = 0; journey < length; journey++) {
    const from = touchesFrom[journey] ?? 0;
    const to = touchesFrom[journey + 1] ?? 0;
    members = Math.max(members, to - from);
    for (let at = from; at < to; at++) member[at] = at - from;
  }
  return { ...journeys, member, members };
}

/** An outcome or a part of it, in millionths; a value that is not told is NaN. */
interface Part {
  readonly saleDay: number;
  readonly count: number;
  readonly value: number;
}

/** Parts of outcomes, as the columns of a list: there may be a million of them. */
class Parts {
  private length = 0;
  private readonly saleDay: Int32Array;
  private readonly clickDay: Int32Array;
  private readonly importId: Int32Array;
  private readonly count: Float64Array;
  private readonly value: Float64Array;
  /** Place of the touch in the log; NONE for none. */
  private readonly touch: Int32Array;

  constructor(
    private readonly log: TouchLog,
    most: number,
  ) {
    this.saleDay = new Int32Array(most);
    this.clickDay = new Int32Array(most);
    this.importId = new Int32Array(most);
    this.touch = new Int32Array(most);
    this.count = new Float64Array(most);
    this.value = new Float64Array(most);
  }

  addUntouched(whole: Part, outcome: number): void {
    this.add(whole, NONE, NONE, this.log.outcomes.importId[outcome] ?? 0);
  }

  /** Splits an outcome among its touches; those without a share are left out. */
  addShares({ saleDay, ...whole }: Part, touches: Uint32Array, shares: readonly number[]): void {
    const count = splitBy(whole.count, shares) ?? [];
    const value = Number.isNaN(whole.value) ? [] : (splitBy(whole.value, shares) ?? []);
    for (const [place, share] of shares.entries()) {
      const touch = touches[place] ?? 0;
      const part = { saleDay, count: count[place] ?? 0, value: value[place] ?? NaN };
      if (share > 0) this.add(part, touch, this.log.day[touch] ?? 0, this.log.importId[touch] ?? 0);
    }
  }

  private add({ saleDay, count, value }: Part, touch: number, clickDay: number, importId: number): void {
    const at = this.length++;
    this.saleDay[at] = saleDay;
    this.count[at] = count;
    this.value[at] = value;
    this.touch[at] = touch;
    this.clickDay[at] = clickDay;
    this.importId[at] = importId;
  }

  columns(): Pick<OrderTable, 'length' | 'saleDay' | 'clickDay' | 'importId' | 'codes' | 'count' | 'amounts'> {
    const { length, log } = this;
    const touch = this.touch.subarray(0, length);
    const dimensions = [...log.codes].filter(([dimension]) => !isAccountDimension(dimension));
    const codesOf = (coding: Coding): Int32Array =>
      touch.map((place) => (place === NONE ? NONE : codeAt(coding, log[coding.of][place] ?? 0)));
    return {
      length,
      saleDay: this.saleDay.slice(0, length),
      clickDay: this.clickDay.slice(0, length),
      importId: this.importId.slice(0, length),
      codes: new Map(dimensions.map(([dimension, coding]) => [dimension, codesOf(coding)])),
      count: this.count.slice(0, length),
      amounts: new Map([['value', this.value.slice(0, length)]]),
    };
  }
}

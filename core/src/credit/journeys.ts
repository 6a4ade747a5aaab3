import { NONE } from '../rows/coding';
import type { DayRange } from '../time/day';
import type { CreditMembers } from './members';
import type { TouchLog } from './touch-log';

/** What journeys are asked for. */
export interface JourneyQuestion {
  readonly action: string;
  /** By sale date journeys whose outcome lies in these days; by click date those with touches in them. */
  readonly days: DayRange;
  readonly basis: 'sale' | 'click';
  /** Hours back from the outcome, the edge included. */
  readonly lookback: number;
  /** Whether what was seen and not clicked counts too. */
  readonly views: boolean;
  /** Whether people who came by themselves count as touched. */
  readonly direct: boolean;
}

/**
 * Journeys: of each the touches that count, in order, up to its outcome or, where none came, its last touch. Sold ones
 * come without touches too: theirs is not known. Everything is an array over the journey's or the touch's place.
 */
export interface Journeys {
  readonly length: number;
  /** Place of the person in the log, upwards. */
  readonly person: Uint32Array;
  /** How many journeys it stands for. */
  readonly weight: Float64Array;
  /** The day of its outcome, or of its last touch. */
  readonly day: Int32Array;
  /** 1 where it ended in an outcome. */
  readonly isSold: Uint8Array;
  /** Place of its outcome in the log, NONE where none came. */
  readonly outcome: Int32Array;
  /** What the outcome is worth, in millionths; NaN where that is not told, 0 where there is none. */
  readonly value: Float64Array;
  /** Place of each journey's first touch, and behind the last journey the number of touches. */
  readonly touchesFrom: Uint32Array;
  /** Place of the touch in the log. */
  readonly touch: Uint32Array;
  /** Seconds before the journey's end. */
  readonly age: Uint32Array;
  /** Member of each touch. */
  readonly member: Uint32Array;
  readonly members: number;
  /** 1 for touches that are credited. By click date those of the days asked for; else all. */
  readonly isAsked: Uint8Array;
}

/**
 * Cuts a log into journeys (calculations 15): a person's touches up to an outcome of the kind asked for, its very
 * moment included; what comes after begins the next; the last may end at nothing. Other kinds of outcome pass by.
 * An unsold journey belongs to the day of its last touch, and looks back from it. By click date whoever was touched
 * in these days is there, and the touches of these days are asked for.
 */
export function cutJourneys(log: TouchLog, members: CreditMembers, question: JourneyQuestion): Journeys {
  const cut = new Cut(log, members, question);
  for (let person = 0; person < log.people; person++) cut.add(person);
  return cut.journeys();
}

/** Journeys cut to the touches that are asked for. */
export function askedOf(journeys: Journeys): Journeys {
  const { isAsked, touchesFrom } = journeys;
  if (isAsked.every((asked) => asked === 1)) return journeys;
  const isKept = (_: number, touch: number): boolean => isAsked[touch] === 1;
  let kept = 0;
  let touch = 0;
  const from = touchesFrom.map((end) => {
    for (; touch < end; touch++) kept += isAsked[touch] ?? 0;
    return kept;
  });
  return {
    ...journeys,
    touchesFrom: from,
    touch: journeys.touch.filter(isKept),
    age: journeys.age.filter(isKept),
    member: journeys.member.filter(isKept),
    isAsked: new Uint8Array(kept).fill(1),
  };
}

/** Journeys whose members are those that touches asked for are of, in their order, with the place that each had before. */
export function compacted(journeys: Journeys): { readonly journeys: Journeys; readonly places: readonly number[] } {
  const seen = new Uint8Array(journeys.members);
  for (let touch = 0; touch < journeys.member.length; touch++) if (journeys.isAsked[touch] === 1) seen[journeys.member[touch] ?? 0] = 1;
  const places = [...seen.keys()].filter((member) => seen[member] === 1);
  const at = new Uint32Array(journeys.members);
  for (const [own, member] of places.entries()) at[member] = own;
  return { journeys: { ...journeys, members: places.length, member: journeys.member.map((member) => at[member] ?? 0) }, places };
}

class Cut {
  private readonly action: number;
  private readonly lookback: number;
  private readonly isCounted: (touch: number) => boolean;
  private readonly ends: {
    person: Uint32Array;
    day: Int32Array;
    weight: Float64Array;
    isSold: Uint8Array;
    outcome: Int32Array;
    value: Float64Array;
    from: Uint32Array;
  };
  private readonly touches: { touch: Uint32Array; age: Uint32Array; member: Uint32Array; isAsked: Uint8Array };
  private length = 0;
  private touched = 0;

  constructor(
    private readonly log: TouchLog,
    private readonly members: CreditMembers,
    private readonly question: JourneyQuestion,
  ) {
    this.action = log.outcomes.actions.indexOf(question.action);
    this.lookback = question.lookback * 3600;
    const { isView, isDirect, member } = log;
    const { views, direct } = question;
    this.isCounted = (touch) => (views || isView[touch] === 0) && (direct || isDirect[member[touch] ?? 0] === 0);
    const most = log.people + log.outcomes.moment.length;
    this.ends = {
      person: new Uint32Array(most),
      day: new Int32Array(most),
      weight: new Float64Array(most),
      isSold: new Uint8Array(most),
      outcome: new Int32Array(most),
      value: new Float64Array(most),
      from: new Uint32Array(most + 1),
    };
    const all = log.moment.length;
    this.touches = { touch: new Uint32Array(all), age: new Uint32Array(all), member: new Uint32Array(all), isAsked: new Uint8Array(all) };
  }

  add(person: number): void {
    const { touchesFrom, outcomes, moment } = this.log;
    let touch = touchesFrom[person] ?? 0;
    const end = touchesFrom[person + 1] ?? 0;
    for (let at = outcomes.from[person] ?? 0; at < (outcomes.from[person + 1] ?? 0); at++) {
      if (outcomes.action[at] !== this.action) continue;
      const sold = outcomes.moment[at] ?? 0;
      const from = touch;
      while (touch < end && (moment[touch] ?? 0) <= sold) touch += 1;
      this.sold(person, from, touch, at);
    }
    this.unsold(person, touch, end);
  }

  journeys(): Journeys {
    const { ends, touches, length, touched, members } = this;
    return {
      length,
      person: ends.person.slice(0, length),
      day: ends.day.slice(0, length),
      weight: ends.weight.slice(0, length),
      isSold: ends.isSold.slice(0, length),
      outcome: ends.outcome.slice(0, length),
      value: ends.value.slice(0, length),
      touchesFrom: ends.from.slice(0, length + 1),
      touch: touches.touch.slice(0, touched),
      age: touches.age.slice(0, touched),
      member: touches.member.slice(0, touched),
      isAsked: touches.isAsked.slice(0, touched),
      members: members.codes.length,
    };
  }

  private sold(person: number, from: number, to: number, outcome: number): void {
    const { outcomes } = this.log;
    const isAsked = this.isIn(outcomes.day[outcome] ?? 0);
    if (this.question.basis === 'sale' && !isAsked) return;
    const before = this.touched;
    const asked = this.keep(from, to, outcomes.moment[outcome] ?? 0);
    // By click date nobody asks for a journey that has no touch in these days.
    if (this.question.basis === 'click' && !asked) this.touched = before;
    else this.end(person, outcomes.day[outcome] ?? 0, outcome);
  }

  private unsold(person: number, from: number, to: number): void {
    let last = to - 1;
    while (last >= from && !this.isCounted(last)) last -= 1;
    if (last < from || (this.question.basis === 'sale' && !this.isIn(this.log.day[last] ?? 0))) return;
    const before = this.touched;
    if (this.keep(from, last + 1, this.log.moment[last] ?? 0)) this.end(person, this.log.day[last] ?? 0, NONE);
    else this.touched = before;
  }

  /** Keeps the touches that count of those between two places; tells whether one is asked for. */
  private keep(from: number, to: number, end: number): boolean {
    const { moment, day } = this.log;
    const bySale = this.question.basis === 'sale';
    let some = false;
    for (let touch = from; touch < to; touch++) {
      const age = end - (moment[touch] ?? 0);
      if (age > this.lookback || !this.isCounted(touch)) continue;
      const isAsked = bySale || this.isIn(day[touch] ?? 0);
      const { touched, touches } = this;
      touches.touch[touched] = touch;
      touches.age[touched] = age;
      touches.member[touched] = this.members.of(touch);
      touches.isAsked[touched] = isAsked ? 1 : 0;
      this.touched += 1;
      some ||= isAsked;
    }
    return some;
  }

  /** `outcome` by its place in the log, NONE where there is none. */
  private end(person: number, day: number, outcome: number): void {
    const { ends, length, log } = this;
    const isSold = outcome !== NONE;
    const count = isSold ? (log.outcomes.count[outcome] ?? NaN) : NaN;
    ends.person[length] = person;
    ends.weight[length] = Number.isNaN(count) ? (log.weight[person] ?? 1) : count;
    ends.day[length] = day;
    ends.isSold[length] = isSold ? 1 : 0;
    ends.outcome[length] = outcome;
    ends.value[length] = isSold ? (log.outcomes.value[outcome] ?? NaN) : 0;
    this.length += 1;
    ends.from[this.length] = this.touched;
  }

  private isIn(day: number): boolean {
    return day >= this.question.days.from && day <= this.question.days.to;
  }
}

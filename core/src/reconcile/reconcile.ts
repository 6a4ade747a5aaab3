import type { Day, DayRange } from '../time/day';

/** An outcome of the client's own list. */
export interface CountedOutcome {
  readonly id: string;
  readonly day: Day;
  /** How many it stands for, in whole ones. */
  readonly count: number;
  /** In millionths of the client's currency; NaN where it is not told. */
  readonly value: number;
}

/** What a channel claims to have brought. */
export interface Claim {
  /** By its place in a list of channels. */
  readonly channel: number;
  /** The number of the outcome that it claims; null where the channel does not say. */
  readonly order: string | null;
  /** The day of the outcome as the channel tells it, else that of the click. */
  readonly day: Day;
  /** Null where it is not told. */
  readonly clickDay: Day | null;
  readonly count: number;
  readonly value: number;
}

/** So many outcomes, and what they are worth in millionths; `unvalued` of them say nothing of that. */
export interface ClaimSum {
  readonly count: number;
  readonly value: number;
  readonly unvalued: number;
}

/** What became of the claims of one channel: those found, found again, of no such order and without a number add up to all. */
export interface ChannelClaims {
  readonly claims: ClaimSum;
  /** Outcomes of the list that it claims, each once, as the list counts and values them. */
  readonly found: ClaimSum;
  /** The first claim of each of these, as the channel counts and values it. */
  readonly first: ClaimSum;
  /** Further claims of an outcome that it claims already. */
  readonly again: ClaimSum;
  /** Claims of a number that the list does not have. */
  readonly missing: ClaimSum;
  readonly unnumbered: ClaimSum;
  /** Of these first claims those of outcomes that no other channel claims, and those that others claim too. */
  readonly alone: ClaimSum;
  readonly shared: ClaimSum;
  /** Claims for each outcome found; null where none is. */
  readonly over: number | null;
  /** The most days that lie between the click and an outcome it claims; null where no click is told of one that is found. */
  readonly reach: number | null;
}

export interface ClaimedOutcome<Told extends Claim = Claim> {
  /** Null for claims that the list does not have, or that have no number: each stands for itself. */
  readonly outcome: CountedOutcome | null;
  readonly claims: readonly Told[];
}

/** Outcomes that two channels claim both, and which part that is of those found of each. */
export interface ClaimPair {
  readonly a: number;
  readonly b: number;
  readonly both: ClaimSum;
  readonly ofA: number;
  readonly ofB: number;
}

export interface Reconciled<Told extends Claim = Claim> {
  readonly channels: readonly ChannelClaims[];
  /** Outcomes that two channels claim both, by the places of these, the smaller first; those without any are left out. */
  readonly pairs: readonly ClaimPair[];
  readonly outcomes: ClaimSum;
  /** Outcomes that some channel claims, and that none does. */
  readonly found: ClaimSum;
  readonly unclaimed: ClaimSum;
  /** Claims of all channels: how much is claimed, never how much was sold. */
  readonly claims: ClaimSum;
  /** All of them for each outcome found; null where none is. */
  readonly over: number | null;
  /** Claims of days on which nobody knows which outcomes there were. */
  readonly uncovered: ClaimSum;
  /** Every outcome of the days, and every claim that has none, in the order of days. */
  readonly told: readonly ClaimedOutcome<Told>[];
}

export interface ReconcileQuestion {
  /** Outcomes of these days, and claims of them; claims without an outcome by their own day. */
  readonly days: DayRange;
  readonly channels: number;
  /** Whether the list of outcomes is complete on a day. */
  readonly isCovered: (day: Day) => boolean;
}

/**
 * Holds what channels claim against the client's own list, one by one, by the day of the list's outcome
 * (calculations 16). `outcomes` are all that there are, whenever: a claim of one of other days is none of these.
 */
export function reconcile<Told extends Claim>(
  outcomes: readonly CountedOutcome[],
  claims: readonly Told[],
  { days, channels, isCovered }: ReconcileQuestion,
): Reconciled<Told> {
  const isAsked = (day: Day): boolean => day >= days.from && day <= days.to;
  const known = new Map(outcomes.map((outcome) => [outcome.id, outcome]));
  const asked = outcomes.filter(({ day }) => isAsked(day));
  const claimsOf = new Map<CountedOutcome, Told[]>(asked.map((outcome) => [outcome, []]));
  const strays: Told[] = [];
  const uncovered = new Sum();
  for (const claim of claims) {
    const outcome = claim.order === null ? undefined : known.get(claim.order);
    if (outcome) claimsOf.get(outcome)?.push(claim);
    else if (isAsked(claim.day)) {
      if (isCovered(claim.day)) strays.push(claim);
      else uncovered.add(claim);
    }
  }
  const tallies = Array.from({ length: channels }, () => new Tally());
  const both = new Map<string, Sum>();
  const [found, unclaimed, all, claimed] = [new Sum(), new Sum(), new Sum(), new Sum()];
  for (const [outcome, own] of claimsOf) {
    all.add(outcome);
    const claiming = [...new Set(own.map(({ channel }) => channel))].sort((a, b) => a - b);
    (claiming.length > 0 ? found : unclaimed).add(outcome);
    for (const channel of claiming)
      tallies[channel]?.find(
        outcome,
        own.filter((claim) => claim.channel === channel),
        claiming.length === 1,
      );
    for (const [at, a] of claiming.entries())
      for (const b of claiming.slice(at + 1)) both.set(`${a} ${b}`, (both.get(`${a} ${b}`) ?? new Sum()).add(outcome));
  }
  for (const stray of strays) tallies[stray.channel]?.stray(stray);
  for (const claim of [...[...claimsOf.values()].flat(), ...strays]) claimed.add(claim);
  const told = [
    ...[...claimsOf].map(([outcome, own]) => ({ outcome, claims: own })),
    ...strays.map((stray) => ({ outcome: null, claims: [stray] })),
  ];
  const channelClaims = tallies.map((tally) => tally.told());
  return {
    channels: channelClaims,
    pairs: [...both].map(([key, sum]) => {
      const [a = 0, b = 0] = key.split(' ').map(Number);
      const part = (channel: number): number => sum.count / (channelClaims[channel]?.found.count ?? NaN);
      return { a, b, both: sum.told(), ofA: part(a), ofB: part(b) };
    }),
    outcomes: all.told(),
    found: found.told(),
    unclaimed: unclaimed.told(),
    claims: claimed.told(),
    over: ratio(claimed.count, found.count),
    uncovered: uncovered.told(),
    told: told.sort((a, b) => dayOf(a) - dayOf(b)),
  };
}

const dayOf = ({ outcome, claims: [first] }: ClaimedOutcome): Day => outcome?.day ?? first?.day ?? 0;
const ratio = (claims: number, found: number): number | null => (found > 0 ? claims / found : null);

class Sum {
  count = 0;
  private value = 0;
  private unvalued = 0;

  add({ count, value }: Pick<Claim, 'count' | 'value'>): this {
    this.count += count;
    if (Number.isNaN(value)) this.unvalued += count;
    else this.value += value;
    return this;
  }

  told(): ClaimSum {
    return { count: this.count, value: this.value, unvalued: this.unvalued };
  }
}

/** The sums of one channel while its claims are looked at. */
class Tally {
  readonly claims = new Sum();
  private reach: number | null = null;
  private readonly sums = {
    found: new Sum(),
    first: new Sum(),
    again: new Sum(),
    missing: new Sum(),
    unnumbered: new Sum(),
    alone: new Sum(),
    shared: new Sum(),
  };

  find(outcome: CountedOutcome, [first, ...more]: readonly Claim[], isAlone: boolean): void {
    if (!first) return;
    this.sums.found.add(outcome);
    this.sums.first.add(first);
    this.sums[isAlone ? 'alone' : 'shared'].add(first);
    for (const claim of more) this.sums.again.add(claim);
    for (const claim of [first, ...more]) {
      this.claims.add(claim);
      if (claim.clickDay !== null) this.reach = Math.max(this.reach ?? 0, outcome.day - claim.clickDay);
    }
  }

  stray(claim: Claim): void {
    this.claims.add(claim);
    this.sums[claim.order === null ? 'unnumbered' : 'missing'].add(claim);
  }

  told(): ChannelClaims {
    const { found, first, again, missing, unnumbered, alone, shared } = this.sums;
    return {
      claims: this.claims.told(),
      found: found.told(),
      first: first.told(),
      again: again.told(),
      missing: missing.told(),
      unnumbered: unnumbered.told(),
      alone: alone.told(),
      shared: shared.told(),
      over: ratio(this.claims.count, found.count),
      reach: this.reach,
    };
  }
}

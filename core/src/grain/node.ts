import { type Branch, follow } from './branch';
import { NONE } from '../rows/coding';
import { SKIPPED } from './tables';

/** Sums of one bucket over the cells in which the same terms are measured (one bit a term). */
export interface Part {
  readonly mask: number;
  readonly sums: Float64Array;
  /** What the sums are at most, where some amounts are known only within limits; Infinity for open. */
  readonly most?: Float64Array;
  /** States that were seen, one bit a term: of them the sums hold the least and the most. */
  readonly seen?: number;
  /** Of competing amounts the largest of each day, by term. */
  readonly tops?: Map<number, Map<number, number>>;
}

/** A part while it is summed. */
export type OpenPart = { -readonly [key in keyof Part]: Part[key] };

/** Adds an amount that is at least `amount` and at most `most`. */
export function addAmount(part: OpenPart, term: number, amount: number, most: number): void {
  if (most !== amount) part.most ??= part.sums.slice();
  part.sums[term] = (part.sums[term] ?? 0) + amount;
  if (part.most) part.most[term] = (part.most[term] ?? 0) + most;
}

/** Adds different people of one row: with those of other rows they are at least the most of any, at most all together. */
export function addPeople(part: OpenPart, term: number, least: number, most: number): void {
  part.most ??= part.sums.slice();
  part.sums[term] = Math.max(part.sums[term] ?? 0, least);
  part.most[term] = (part.most[term] ?? 0) + most;
}

/** Adds what competes for the same: on one day at least the largest of its rows, at most all together; days add up. */
export function addCompeting(part: OpenPart, term: number, least: number, most: number, day: number): void {
  part.tops ??= new Map();
  const tops = part.tops.get(term) ?? new Map<number, number>();
  part.tops.set(term, tops);
  const top = tops.get(day) ?? 0;
  tops.set(day, Math.max(top, least));
  part.most ??= part.sums.slice();
  part.sums[term] = (part.sums[term] ?? 0) + Math.max(0, least - top);
  part.most[term] = (part.most[term] ?? 0) + most;
}

/** Adds a state: of several the least and the most are kept. */
export function addState(part: OpenPart, term: number, state: number): void {
  part.most ??= part.sums.slice();
  const bit = 1 << term;
  const isSeen = ((part.seen ?? 0) & bit) !== 0;
  part.seen = (part.seen ?? 0) | bit;
  part.sums[term] = isSeen ? Math.min(part.sums[term] ?? state, state) : state;
  part.most[term] = isSeen ? Math.max(part.most[term] ?? state, state) : state;
}

/** So many numbers are made at once: small arrays of their own cost more than what they hold. */
const SLAB = 8192;
let slab = new Float64Array(0);
let used = 0;

/** An array of zeros. */
function zeros(length: number): Float64Array {
  if (used + length > slab.length) [slab, used] = [new Float64Array(Math.max(SLAB, length)), 0];
  used += length;
  return slab.subarray(used - length, used);
}

/** One level of a breakdown. */
export interface Level {
  /** From the outermost dimension to the level's own, which is the last. */
  readonly dimensions: readonly string[];
  /** Its place among the levels asked for; OUTSIDE for what totals are made of when nobody asks for campaigns first. */
  readonly level: number;
}

/** The level of campaigns beside the levels asked for. */
export const OUTSIDE = -1;

/** So many numbers are looked through faster than a set is kept. */
const FEW = 8;

/** One member of a breakdown with its sums, kept apart by what was measured in the cells they come from. */
export class SumNode {
  private readonly parts: OpenPart[][];
  /** Campaigns whose rows it holds; nearly always one. */
  private readonly held: number[] = [];
  private many: Set<number> | undefined;

  constructor(
    readonly level: Level,
    /** A code for each dimension of the level; SKIPPED where it is passed over. */
    readonly path: readonly number[],
    readonly account: number,
    readonly parent: SumNode | undefined,
    private readonly termCount: number,
    bucketCount: number,
  ) {
    this.parts = Array.from({ length: bucketCount }, () => []);
  }

  get campaigns(): readonly number[] {
    return this.held;
  }

  /** Notes a campaign whose rows it holds; false where it is known. */
  noteCampaign(campaign: number): boolean {
    if (this.many ? this.many.has(campaign) : this.held.includes(campaign)) return false;
    this.held.push(campaign);
    if (this.held.length > FEW) this.many = (this.many ?? new Set(this.held)).add(campaign);
    return true;
  }

  /** The campaign it is, or lies in; NONE where no report says. */
  get campaign(): number {
    const code = this.path[this.level.dimensions.indexOf('campaign')] ?? NONE;
    return code === SKIPPED ? NONE : code;
  }

  /** The part for a pattern of measured terms, made empty where there is none. Few patterns occur. */
  part(bucket: number, mask: number): OpenPart {
    const parts = this.parts[bucket];
    if (!parts) throw new RangeError(`No bucket ${bucket}`);
    for (const part of parts) if (part.mask === mask) return part;
    const part: OpenPart = { mask, sums: zeros(this.termCount) };
    parts.push(part);
    return part;
  }

  partsOf(bucket: number): readonly Part[] {
    return this.parts[bucket] ?? [];
  }

  /** The sum of one term over all cells, measured or not. */
  total(bucket: number, term: number): number {
    return this.partsOf(bucket).reduce((sum, part) => sum + (part.sums[term] ?? 0), 0);
  }

  /** What that sum is at most. */
  most(bucket: number, term: number): number {
    return this.partsOf(bucket).reduce((sum, part) => sum + mostOf(part, term), 0);
  }
}

/** What the sum of a term is at most in a part. */
export const mostOf = ({ sums, most }: Part, term: number): number => (most ?? sums)[term] ?? 0;

/** Whether nothing was added, or only zeros. */
export function isEmptyPart({ sums, most = sums }: Part): boolean {
  for (let term = 0; term < sums.length; term++) if (sums[term] !== 0 || most[term] !== 0) return false;
  return true;
}

/** The nodes of one level, found by their path of codes. */
export class NodeIndex implements Level {
  private readonly root: Branch<SumNode> = {};
  private readonly nodes: SumNode[] = [];

  constructor(
    readonly dimensions: readonly string[],
    readonly level: number,
    private readonly outer: NodeIndex | undefined,
    private readonly termCount: number,
    private readonly bucketCount: number,
  ) {}

  /** The node at a path, for a row of a campaign; it and the nodes above it are made where they are not there yet. */
  at(path: readonly number[], account: number, campaign: number): SumNode {
    let branch = follow(this.root, account);
    for (const code of path) branch = follow(branch, code);
    let node = branch.value;
    if (!node) {
      const parent = this.outer?.above(path.slice(0, -1), account, campaign);
      node = new SumNode(this, path, account, parent, this.termCount, this.bucketCount);
      branch.value = node;
      this.nodes.push(node);
    }
    for (let own: SumNode | undefined = node; own?.noteCampaign(campaign) === true; own = own.parent);
    return node;
  }

  all(): readonly SumNode[] {
    return this.nodes;
  }

  /** The nearest node above: levels that are passed over have none. */
  private above(path: readonly number[], account: number, campaign: number): SumNode | undefined {
    return path.at(-1) === SKIPPED ? this.outer?.above(path.slice(0, -1), account, campaign) : this.at(path, account, campaign);
  }
}

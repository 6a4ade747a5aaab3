import { bounds, type Figure, firstGap, gap, value } from './figure';

/** The 97.5 % Poisson limit for a count of 0: a larger mean would almost surely have shown one. */
const NONE_SEEN_LIMIT = 3.69;

type Side = number | null;

const low = (figure: Figure): Side => (figure.kind === 'value' ? figure.value : figure.kind === 'bounds' ? figure.low : null);
const high = (figure: Figure): Side => (figure.kind === 'value' ? figure.value : figure.kind === 'bounds' ? figure.high : null);

/** Joins the gaps of both sides, or undefined when neither is a gap. */
function gapOf(a: Figure, b: Figure): Figure | undefined {
  const gaps = [a, b].flatMap((figure) => (figure.kind === 'gap' ? [figure.gap] : []));
  const first = firstGap(gaps);
  return first && gap(first);
}

function fromSides(lowSide: Side, highSide: Side): Figure {
  return lowSide === null && highSide === null ? gap('not additive') : bounds(lowSide, highSide);
}

const both = (a: Side, b: Side, operate: (x: number, y: number) => number): Side => (a === null || b === null ? null : operate(a, b));

export function add(a: Figure, b: Figure): Figure {
  return (
    gapOf(a, b) ??
    fromSides(
      both(low(a), low(b), (x, y) => x + y),
      both(high(a), high(b), (x, y) => x + y),
    )
  );
}

export function subtract(a: Figure, b: Figure): Figure {
  return (
    gapOf(a, b) ??
    fromSides(
      both(low(a), high(b), (x, y) => x - y),
      both(high(a), low(b), (x, y) => x - y),
    )
  );
}

export function multiply(a: Figure, b: Figure): Figure {
  const known = gapOf(a, b);
  if (known) return known;
  if (a.kind === 'value' && b.kind === 'value') return value(a.value * b.value);
  const corners = [
    [openLow(a), openLow(b)],
    [openLow(a), openHigh(b)],
    [openHigh(a), openLow(b)],
    [openHigh(a), openHigh(b)],
  ].map(([x, y]) => times(x ?? 0, y ?? 0));
  return fromSides(closed(Math.min(...corners)), closed(Math.max(...corners)));
}

/**
 * a / b. A denominator of 0 is the gap "nothing to divide by"; a denominator whose bounds reach 0
 * leaves the far side open. Denominators here are counts and money, so a negative one is refused
 * as "nothing to divide by" as well.
 */
export function divide(a: Figure, b: Figure): Figure {
  const known = gapOf(a, b);
  if (known) return known;
  if (b.kind === 'value') {
    if (b.value <= 0) return gap('nothing to divide by');
    if (a.kind === 'value') return value(a.value / b.value);
  }
  const least = openLow(b);
  const most = openHigh(b);
  if (most <= 0) return gap('nothing to divide by');
  const inverseHigh = least > 0 ? 1 / least : Infinity;
  const inverseLow = most === Infinity ? 0 : 1 / most;
  const corners = [openLow(a), openHigh(a)].flatMap((x) => [times(x, inverseLow), times(x, inverseHigh)]);
  return fromSides(closed(Math.min(...corners)), closed(Math.max(...corners)));
}

/**
 * Cost of one outcome. Spend without an outcome is not blank and not infinite: it is more than
 * spend / 3.69 (calculations, chapter 1).
 */
export function costPer(spend: Figure, count: Figure): Figure {
  if (count.kind === 'value' && count.value === 0 && spend.kind === 'value' && spend.value > 0) {
    return bounds(spend.value / NONE_SEEN_LIMIT, null);
  }
  return divide(spend, count);
}

const openLow = (figure: Figure): number => low(figure) ?? -Infinity;
const openHigh = (figure: Figure): number => high(figure) ?? Infinity;
const times = (x: number, y: number): number => (x === 0 || y === 0 ? 0 : x * y);
const closed = (side: number): Side => (Number.isFinite(side) ? side : null);

type Comparing = '<' | '<=' | '>' | '>=' | '=' | '<>';

/** Whether a comparison holds: 1 or 0, and between them where bounds do not tell. */
export function holds(a: Figure, comparison: Comparing, b: Figure): Figure {
  const known = gapOf(a, b);
  if (known) return known;
  switch (comparison) {
    case '>':
      return holds(b, '<', a);
    case '>=':
      return holds(b, '<=', a);
    case '<':
      return isSo(openHigh(a) < openLow(b), openLow(a) < openHigh(b));
    case '<=':
      return isSo(openHigh(a) <= openLow(b), openLow(a) <= openHigh(b));
    case '=':
      return isSo(a.kind === 'value' && b.kind === 'value' && a.value === b.value, openLow(a) <= openHigh(b) && openLow(b) <= openHigh(a));
    case '<>':
      return subtract(value(1), holds(a, '=', b));
  }
}

const isSo = (surely: boolean, maybe: boolean): Figure => (surely ? value(1) : maybe ? bounds(0, 1) : value(0));

/** One of two figures, whichever it is: everything between the lowest and the highest of both. */
export function either(a: Figure, b: Figure): Figure {
  return (
    gapOf(a, b) ??
    fromSides(
      both(low(a), low(b), (x, y) => Math.min(x, y)),
      both(high(a), high(b), (x, y) => Math.max(x, y)),
    )
  );
}

/** The smaller or the larger of two figures. */
export function extremeOf(extreme: (x: number, y: number) => number, a: Figure, b: Figure): Figure {
  const sides = (x: number, y: number): Side => closed(extreme(x, y));
  return gapOf(a, b) ?? fromSides(sides(openLow(a), openLow(b)), sides(openHigh(a), openHigh(b)));
}

/** Rounded to so many decimals, halves away from zero; of bounds each side. */
export function round(figure: Figure, decimals: number): Figure {
  const times10 = 10 ** decimals;
  // The shortest text of a number decides: 1.005 is meant as a half.
  const side = (x: number): number => (Math.sign(x) * Math.round(Number((Math.abs(x) * times10).toPrecision(15)))) / times10;
  if (figure.kind === 'gap') return figure;
  return fromSides(closed(side(openLow(figure))), closed(side(openHigh(figure))));
}

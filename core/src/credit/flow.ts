/** Where journeys go by, in order; whoever has one touch alone goes from what began it to the end. */
export const FLOW_STAGES = ['starts', 'carries', 'finishes', 'outcome'] as const;
export type FlowStage = (typeof FLOW_STAGES)[number];

/** What a stream runs from or to; `member` null for all the others together, or for the outcome. */
export interface FlowStop {
  readonly stage: FlowStage;
  readonly member: number | null;
}

export interface JourneyFlow {
  readonly stops: readonly FlowStop[];
  /** Outcomes that went from one stop to another, by their places: as many leave a stop as reach it. */
  readonly streams: readonly { readonly from: number; readonly to: number; readonly outcomes: number }[];
}

interface Way {
  /** The members of each place in order. */
  readonly steps: readonly (readonly number[])[];
  readonly outcomes: number;
}

/**
 * How outcomes flow from what began their journeys, over what stood between, to what finished them. Several places
 * between, and several members of one place, share the outcome. The `most` members that most outcomes pass are told
 * apart, the others are one.
 */
export function journeyFlow(ways: readonly Way[], most: number): JourneyFlow {
  const told = toldApart(ways, most);
  const stops = new Map<string, FlowStop>();
  const streams = new Map<string, { from: string; to: string; outcomes: number }>();
  const stop = (stage: FlowStage, member: number | null): string => {
    const own = member !== null && told.has(member) ? member : null;
    const key = `${FLOW_STAGES.indexOf(stage)} ${own ?? '~'}`;
    stops.set(key, { stage, member: own });
    return key;
  };
  const run = (from: string, to: string, outcomes: number): void => {
    const key = `${from} > ${to}`;
    const own = streams.get(key) ?? { from, to, outcomes: 0 };
    own.outcomes += outcomes;
    streams.set(key, own);
  };
  const end = stop('outcome', null);
  for (const { steps, outcomes } of ways) {
    const [first = [], ...rest] = steps;
    const last = rest.at(-1);
    const between = rest.slice(0, -1);
    for (const a of first) {
      const began = stop('starts', a);
      const own = outcomes / first.length;
      if (!last) run(began, end, own);
      for (const z of last ?? []) {
        const finished = stop('finishes', z);
        const part = own / (last?.length ?? 1);
        run(finished, end, part);
        if (between.length === 0) run(began, finished, part);
        for (const place of between)
          for (const m of place) {
            const carried = stop('carries', m);
            const share = part / between.length / place.length;
            run(began, carried, share);
            run(carried, finished, share);
          }
      }
    }
  }
  const keys = [...stops.keys()].sort((a, b) => (a < b ? -1 : 1));
  return {
    stops: keys.flatMap((key) => stops.get(key) ?? []),
    streams: [...streams.values()]
      .map(({ from, to, outcomes }) => ({ from: keys.indexOf(from), to: keys.indexOf(to), outcomes }))
      .sort((a, b) => b.outcomes - a.outcomes || a.from - b.from || a.to - b.to),
  };
}

/** The members that most outcomes pass, each way counted once. */
function toldApart(ways: readonly Way[], most: number): ReadonlySet<number> {
  const passing = new Map<number, number>();
  for (const { steps, outcomes } of ways)
    for (const member of new Set(steps.flat())) passing.set(member, (passing.get(member) ?? 0) + outcomes);
  return new Set(
    [...passing]
      .sort(([a, of], [b, other]) => other - of || a - b)
      .slice(0, most)
      .map(([member]) => member),
  );
}

import type { JourneysReply } from '@lens/contract';
import { FLOW_STAGES, type FlowStage, formatNumber, rangeText, type Style } from '@lens/core';
import type { CrossRow } from './cross-grid';
import { type Behind, type Drawn, flowConfig } from '@lens/draw';
import { OTHER_TOUCHES } from './rule-words';

export interface Bar {
  readonly label: string;
  readonly text: string;
  /** From 0 to 1 of the longest. */
  readonly size: number;
}

/** What a screen shows of how journeys went. */
export interface JourneysView {
  readonly summary: string;
  readonly lengths: readonly Bar[];
  readonly days: readonly Bar[];
  readonly paths: readonly { readonly steps: readonly string[]; readonly outcomes: Bar; readonly value: string; readonly rate: string }[];
  readonly morePaths: string;
  /** The picture of all of them, and the same as a table. */
  readonly flow: { readonly drawn: Drawn; readonly behind: Behind; readonly summary: string };
  readonly firsts: readonly {
    readonly name: string;
    readonly outcomes: Bar;
    readonly value: string;
    readonly touches: string;
    readonly days: string;
  }[];
  /** First touches in rows, last ones in columns; null for too many. */
  readonly grid: readonly CrossRow[] | null;
  readonly found: string;
  readonly journeys: readonly {
    readonly when: string;
    readonly way: string;
    readonly end: string;
    readonly touches: readonly { readonly when: string; readonly text: string }[];
  }[];
  readonly lookbacks: readonly { readonly days: string; readonly text: string }[];
  readonly kept: readonly { readonly name: string; readonly cells: readonly string[] }[];
}

interface Words {
  readonly outcome: string;
  readonly style: Style;
  /** What a member is called that touches do not tell. */
  readonly absent: string;
}

/** Puts the reply into words and sizes. */
export function journeysView(reply: JourneysReply, { outcome, style, absent }: Words): JourneysView {
  const write = writing(style);
  const names = reply.members.map((name) => memberName(name, absent));
  return {
    summary: summaryOf(reply, outcome, write),
    lengths: bandsOf(reply.byLength, 'touch', write),
    days: bandsOf(reply.byDays, 'day', write),
    paths: pathsOf(reply, names, write),
    morePaths: reply.pathCount > reply.paths.length ? `and ${write.count(reply.pathCount - reply.paths.length)} other ways` : '',
    flow: flowOf(reply, names, { outcome, write }),
    firsts: firstsOf(reply, names, write),
    grid: gridOf(reply, names, { outcome, write }),
    found: foundText(reply, outcome, write),
    journeys: reply.found.journeys.map((journey) => singleOf(journey, { outcome, absent, write })),
    lookbacks: reply.lookbacks.map(({ days, touched, share }) => ({
      days: `${days} days`,
      text: `${write.count(touched)} · ${write.share(share)}`,
    })),
    kept: reply.lookbackMembers.map((name, member) => ({
      name: memberName(name, absent),
      cells: reply.lookbacks.map(({ met, kept }) => keptText(met[member], kept[member], write)),
    })),
  };
}

/** What the server calls empty is not told; what it does not name are the touches that are not asked for. */
const memberName = (name: string | null, absent: string): string => (name === null ? OTHER_TOUCHES : name === '' ? absent : name);

/** How numbers are written here. */
interface Writing {
  readonly count: (number: number) => string;
  readonly one: (number: number) => string;
  readonly share: (number: number) => string;
  /** Empty for nothing. */
  readonly money: (number: number) => string;
  readonly day: (day: number) => string;
}

const writing = (style: Style): Writing => ({
  count: (number) => formatNumber(number, 'count', style, number < 9.95 && number % 1 !== 0 ? 1 : 0),
  one: (number) => formatNumber(number, 'number', style, 1),
  share: (number) => formatNumber(number, 'share', style, number < 0.0995 ? 1 : 0),
  money: (number) => (number === 0 ? '' : formatNumber(number, 'money', style)),
  day: (day) => rangeText({ from: day, to: day }, style.locale),
});

/** Bars of some things, the longest as long as there is room. */
function barsOf<T>(all: readonly T[], sizeOf: (each: T) => number, words: (each: T) => Omit<Bar, 'size'>): Bar[] {
  const most = Math.max(1e-9, ...all.map(sizeOf));
  return all.map((each) => ({ ...words(each), size: sizeOf(each) / most }));
}

const NO_BAR: Bar = { label: '', text: '', size: 0 };

/** Bands up to the last in which there is something. */
function bandsOf(all: JourneysReply['byDays'], unit: 'touch' | 'day', { count, share }: Writing): Bar[] {
  return barsOf(
    all.slice(0, 1 + all.findLastIndex(({ outcomes }) => outcomes > 0)),
    ({ outcomes }) => outcomes,
    ({ from, to, outcomes, share: of }) => ({
      label: `${to === null ? `${from} or more` : from === to ? String(from) : `${from}–${to}`} ${from === 1 && to === 1 ? unit : PLURALS[unit]}`,
      text: `${count(outcomes)} · ${share(of)}`,
    }),
  );
}

function pathsOf({ paths }: JourneysReply, names: readonly string[], { count, share, money }: Writing): JourneysView['paths'] {
  const bars = barsOf(
    paths,
    ({ outcomes }) => outcomes,
    ({ outcomes, share: of }) => ({ label: '', text: `${count(outcomes)} · ${share(of)}` }),
  );
  return paths.map(({ steps, value, rate }, at) => ({
    steps: steps.map((step) => step.map((member) => names[member] ?? '').join(' + ')),
    outcomes: bars[at] ?? NO_BAR,
    value: money(value),
    rate: rate === null ? '…' : share(rate),
  }));
}

const STAGE_WORDS: Readonly<Record<FlowStage, string>> = {
  starts: 'begins with',
  carries: 'goes by',
  finishes: 'ends with',
  outcome: '',
};
const OTHERS = 'all others';

/** How outcomes run from what began their journeys to what finished them. */
function flowOf(
  { flow: { stops, streams }, touched }: JourneysReply,
  names: readonly string[],
  { outcome, write }: { readonly outcome: string; readonly write: Writing },
): JourneysView['flow'] {
  const reaching = stops.map((_, at) => {
    const through = (end: 'from' | 'to'): number => streams.reduce((sum, each) => sum + (each[end] === at ? each.outcomes : 0), 0);
    return Math.max(through('from'), through('to'));
  });
  const nameOf = (at: number): string => {
    const stop = stops[at];
    return stop?.stage === 'outcome' ? outcome : stop?.member == null ? OTHERS : (names[stop.member] ?? '');
  };
  const said = (at: number): string => `${STAGE_WORDS[stops[at]?.stage ?? 'outcome']} ${nameOf(at)}`.trim();
  const drawn = {
    stops: stops.map(({ stage, member }, at) => ({
      key: String(at),
      label: `${nameOf(at)} ${write.count(reaching[at] ?? 0)}`,
      column: FLOW_STAGES.indexOf(stage),
      of: stage === 'outcome' || member === null ? '' : nameOf(at),
    })),
    streams: streams.map(({ from, to, outcomes }) => ({
      from: String(from),
      to: String(to),
      size: outcomes,
      words: `${write.count(outcomes)}: ${said(from)}, then ${said(to)}`,
    })),
  };
  return {
    drawn: (theme) => flowConfig(drawn, theme),
    behind: {
      heads: ['From', 'To', outcome],
      rows: streams.map(({ from, to, outcomes }) => [said(from), said(to), write.count(outcomes)]),
    },
    summary: `${write.count(touched)} ${outcome} by what began, what carried and what finished their journeys`,
  };
}

function firstsOf({ byFirst }: JourneysReply, names: readonly string[], { count, one, money }: Writing): JourneysView['firsts'] {
  const bars = barsOf(
    byFirst,
    ({ outcomes }) => outcomes,
    ({ outcomes }) => ({ label: '', text: count(outcomes) }),
  );
  return byFirst.map(({ member, value, meanLength, medianDays }, at) => ({
    name: names[member] ?? '',
    outcomes: bars[at] ?? NO_BAR,
    value: money(value),
    touches: one(meanLength),
    days: one(medianDays),
  }));
}

function gridOf(
  { firstByLast }: JourneysReply,
  names: readonly string[],
  { outcome, write }: { readonly outcome: string; readonly write: Writing },
): JourneysView['grid'] {
  if (!firstByLast) return null;
  const largest = Math.max(1e-9, ...firstByLast.flat());
  return firstByLast.map((row, first) => ({
    name: names[first] ?? '',
    cells: row.map((outcomes, last) => ({
      text: outcomes === 0 ? '' : write.count(outcomes),
      shade: outcomes / largest,
      spoken: `starts with ${names[first] ?? ''}, ends with ${names[last] ?? ''}: ${write.count(outcomes)} ${outcome}`,
    })),
  }));
}

function singleOf(
  { isSold, day, value, touches }: JourneysReply['found']['journeys'][number],
  { outcome, absent, write }: { readonly outcome: string; readonly absent: string; readonly write: Writing },
): JourneysView['journeys'][number] {
  const { one, money } = write;
  const worth = value === null ? '' : money(value);
  return {
    when: write.day(day),
    way: touches.map(({ names: told }) => told[0] ?? absent).join(' → '),
    end: isSold ? `ended in ${outcome}${worth === '' ? '' : `, ${worth}`}` : 'ended in nothing',
    touches: touches.map(({ day: on, daysBefore, hoursBefore, isView, names: told }) => ({
      when: `${write.day(on)}, ${hoursBefore < 48 ? `${one(hoursBefore)} hours` : `${one(daysBefore)} days`} before`,
      text: [isView ? 'saw' : 'clicked', told.join(' · ')].join(' '),
    })),
  };
}

const PLURALS = { touch: 'touches', day: 'days' } as const;

const keptText = (met: number | undefined, kept: number | null | undefined, { count, share }: Pick<Writing, 'count' | 'share'>): string =>
  met === undefined || kept === null || kept === undefined ? '' : `${count(met)} · ${share(kept)}`;

function summaryOf(
  { outcomes, touched, meanLength, medianDays, medianBetween }: JourneysReply,
  outcome: string,
  { count, one }: Pick<Writing, 'count' | 'one'>,
): string {
  if (meanLength === null || medianDays === null) return `${count(outcomes)} ${outcome}, none of them with a known touch.`;
  const between = medianBetween === null ? '' : `, ${one(medianBetween)} days from one touch to the next`;
  return `${count(touched)} of ${count(outcomes)} ${outcome} have a known touch: ${one(meanLength)} touches each, and half of them within ${one(medianDays)} days of the first${between}.`;
}

function foundText(
  { found: { sold, unsold, value } }: JourneysReply,
  outcome: string,
  { count, money }: Pick<Writing, 'count' | 'money'>,
): string {
  const worth = money(value);
  return `${count(sold)} ended in ${outcome}${worth === '' ? '' : `, worth ${worth}`}; ${count(unsold)} people went on without.`;
}

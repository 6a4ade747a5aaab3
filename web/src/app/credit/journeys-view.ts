import type { JourneysReply } from '@lens/contract';
import { formatNumber, rangeText, type Style } from '@lens/core';

interface Bar {
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
  readonly firsts: readonly {
    readonly name: string;
    readonly outcomes: Bar;
    readonly value: string;
    readonly touches: string;
    readonly days: string;
  }[];
  /** First touches in rows, last ones in columns. */
  readonly grid: readonly {
    readonly name: string;
    readonly cells: readonly { readonly text: string; readonly shade: number; readonly spoken: string }[];
  }[];
  readonly found: string;
  readonly journeys: readonly {
    readonly when: string;
    readonly way: string;
    readonly end: string;
    readonly touches: readonly { readonly when: string; readonly text: string }[];
  }[];
  readonly lookbacks: readonly { readonly days: string; readonly found: Bar; readonly share: string }[];
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
  const count = (number: number): string => formatNumber(number, 'count', style, number < 9.95 && number % 1 !== 0 ? 1 : 0);
  const one = (number: number): string => formatNumber(number, 'number', style, 1);
  const share = (number: number): string => formatNumber(number, 'share', style, number < 0.0995 ? 1 : 0);
  const money = (number: number): string => (number === 0 ? '' : formatNumber(number, 'money', style));
  const names = reply.members.map((name) => (name === '' ? absent : name));
  const bars = <T>(all: readonly T[], sizeOf: (each: T) => number, words: (each: T) => Omit<Bar, 'size'>): Bar[] => {
    const most = Math.max(1e-9, ...all.map(sizeOf));
    return all.map((each) => ({ ...words(each), size: sizeOf(each) / most }));
  };
  const bands = (all: JourneysReply['byDays'], unit: 'touch' | 'day'): Bar[] =>
    bars(
      all.slice(0, 1 + all.findLastIndex(({ outcomes }) => outcomes > 0)),
      ({ outcomes }) => outcomes,
      ({ from, to, outcomes, share: of }) => ({
        label: `${to === null ? `${from} or more` : from === to ? String(from) : `${from}–${to}`} ${from === 1 && to === 1 ? unit : PLURALS[unit]}`,
        text: `${count(outcomes)} · ${share(of)}`,
      }),
    );
  const pathBars = bars(
    reply.paths,
    ({ outcomes }) => outcomes,
    ({ outcomes, share: of }) => ({ label: '', text: `${count(outcomes)} · ${share(of)}` }),
  );
  const firstBars = bars(
    reply.byFirst,
    ({ outcomes }) => outcomes,
    ({ outcomes }) => ({ label: '', text: count(outcomes) }),
  );
  const largest = Math.max(1e-9, ...reply.firstByLast.flat());
  const lookbackBars = bars(
    reply.lookbacks,
    ({ touched }) => touched,
    ({ touched, days }) => ({ label: `${days} days`, text: count(touched) }),
  );
  const dayText = (day: number): string => rangeText({ from: day, to: day }, style.locale);
  return {
    summary: summaryOf(reply, outcome, { count, one }),
    lengths: bands(reply.byLength, 'touch'),
    days: bands(reply.byDays, 'day'),
    paths: reply.paths.map(({ steps, value, rate }, at) => ({
      steps: steps.map((step) => step.map((member) => names[member] ?? '').join(' + ')),
      outcomes: pathBars[at] ?? { label: '', text: '', size: 0 },
      value: money(value),
      rate: rate === null ? '…' : share(rate),
    })),
    morePaths: reply.pathCount > reply.paths.length ? `and ${count(reply.pathCount - reply.paths.length)} other ways` : '',
    firsts: reply.byFirst.map(({ member, value, meanLength, medianDays }, at) => ({
      name: names[member] ?? '',
      outcomes: firstBars[at] ?? { label: '', text: '', size: 0 },
      value: money(value),
      touches: one(meanLength),
      days: one(medianDays),
    })),
    grid: reply.firstByLast.map((row, first) => ({
      name: names[first] ?? '',
      cells: row.map((outcomes, last) => ({
        text: outcomes === 0 ? '' : count(outcomes),
        shade: outcomes / largest,
        spoken: `starts with ${names[first] ?? ''}, ends with ${names[last] ?? ''}: ${count(outcomes)} ${outcome}`,
      })),
    })),
    found: foundText(reply, outcome, { count, money }),
    journeys: reply.found.journeys.map(({ isSold, day, value, touches }) => ({
      when: dayText(day),
      way: touches.map(({ names: told }) => told[0] ?? absent).join(' → '),
      end: isSold
        ? [`ended in ${outcome}`, value === null ? '' : money(value)].filter((text) => text !== '').join(', ')
        : 'ended in nothing',
      touches: touches.map(({ day: on, hoursBefore, isView, names: told }) => ({
        when: `${dayText(on)}, ${hoursBefore < 48 ? `${one(hoursBefore)} hours` : `${one(hoursBefore / 24)} days`} before`,
        text: [isView ? 'saw' : 'clicked', told.join(' · ')].join(' '),
      })),
    })),
    lookbacks: reply.lookbacks.map(({ days, share: of }, at) => ({
      days: `${days} days`,
      found: lookbackBars[at] ?? { label: '', text: '', size: 0 },
      share: share(of),
    })),
    kept: names
      .map((name, member) => ({
        name,
        cells: reply.lookbacks.map(({ met, kept }) => keptText(met[member], kept[member], { count, share })),
      }))
      .filter((_, member) => (reply.lookbacks.at(-1)?.met[member] ?? 0) > 0),
  };
}

const PLURALS = { touch: 'touches', day: 'days' } as const;

interface Writing {
  readonly count: (number: number) => string;
  readonly one: (number: number) => string;
  readonly share: (number: number) => string;
  readonly money: (number: number) => string;
}

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

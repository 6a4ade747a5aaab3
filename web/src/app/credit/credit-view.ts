import type { CreditReply } from '@lens/contract';
import { CREDIT_RULES, type CreditRule, type Figure, figureText, formatNumber, type Style, type Unit, unpackFigures } from '@lens/core';
import type { CreditMeasure, CreditState } from './credit-state';
import { OTHER_TOUCHES, RULE_WORDS } from './rule-words';

/** A figure as it is read, with the limits it lies within. */
export interface CreditCell {
  readonly text: string;
  readonly spoken: string;
  /** “14 to 23”, or empty where nothing is said. */
  readonly limits: string;
}

/** A mark on the axis of a row; places from 0 to 1. */
export interface CreditMark {
  readonly rule: CreditRule | 'claims' | 'lost';
  readonly at: number;
  readonly low: number;
  readonly high: number;
  readonly spoken: string;
}

export interface CreditRow {
  readonly key: string;
  readonly name: string;
  /** What kind of channel it is, where that is not what the row is named by. */
  readonly about: string;
  readonly isUntouched: boolean;
  /** How much it starts, carries and finishes, from 0 to 1; null where too little is known. */
  readonly roles: readonly [starts: number, carries: number, finishes: number] | null;
  readonly rolesText: string;
  readonly marks: readonly CreditMark[];
  /** Why the rules part over it; empty where they agree. */
  readonly why: string;
  /** What would not be without it. */
  readonly lost: string;
  readonly cells: readonly CreditCell[];
}

export interface CreditView {
  readonly rows: readonly CreditRow[];
  /** Heads of the columns of numbers. */
  readonly heads: readonly { readonly label: string; readonly definition: string }[];
  /** Where 0 lies on the axis, and what stands at its ends. */
  readonly zero: number;
  readonly ends: readonly [least: string, most: string];
  readonly summary: string;
}

const UNITS: Readonly<Record<CreditMeasure, Unit>> = { outcomes: 'count', value: 'money', cost: 'money', ROAS: 'ratio' };
const MEMBER_COLUMNS = [
  { of: 'starts', label: 'Starts', unit: 'share', definition: 'Share of the outcomes with a known touch whose journey it began.' },
  { of: 'carries', label: 'Carries', unit: 'share', definition: 'Share of them in which it stands between the first touch and the last.' },
  { of: 'finishes', label: 'Finishes', unit: 'share', definition: 'Share of them whose last touch it is.' },
  { of: 'assisting', label: 'Assisting touches', unit: 'count', definition: 'Its touches that were not the last before an outcome.' },
  { of: 'assisted', label: 'Assisted', unit: 'count', definition: 'Outcomes before which it was met, whoever finished.' },
  {
    of: 'assist ratio',
    label: 'Assist ratio',
    unit: 'number',
    definition: 'Assisting touches for each outcome it finished; “–” where it only assists.',
  },
  { of: 'lost', label: 'If it had not run', unit: 'count', definition: 'How many outcomes fewer there would be.' },
  {
    of: 'lost profit',
    label: 'Profit lost then',
    unit: 'money',
    definition: 'What these would have earned at the client’s margin, less what it costs; below 0 it costs more than it earns.',
  },
  { of: 'spend', label: 'Spend', unit: 'money', definition: 'What it cost on these days.' },
] as const;

/** The columns of a reply by what they tell, and the words for them. */
class Columns {
  private readonly known = new Map<string, { figures: readonly Figure[]; limits: ReadonlyMap<number, readonly [number, number]> }>();

  constructor(
    reply: CreditReply,
    private readonly style: Style,
  ) {
    for (const { of, rule, figures, limits } of reply.columns)
      this.known.set(`${of} ${rule ?? ''}`, {
        figures: unpackFigures(figures),
        limits: new Map(limits.map(([row, low, high]) => [row, [low, high]])),
      });
  }

  figure(row: number, of: string, rule: CreditRule | null = null): Figure {
    return this.known.get(`${of} ${rule ?? ''}`)?.figures[row] ?? { kind: 'gap', gap: 'not measured' };
  }

  number(row: number, of: string, rule: CreditRule | null = null): number | null {
    const figure = this.figure(row, of, rule);
    return figure.kind === 'value' ? figure.value : null;
  }

  limits(row: number, of: string, rule: CreditRule | null = null): readonly [number, number] | null {
    return this.known.get(`${of} ${rule ?? ''}`)?.limits.get(row) ?? null;
  }

  cell(row: number, unit: Unit, of: string, rule: CreditRule | null = null): CreditCell {
    const figure = this.figure(row, of, rule);
    const size = figure.kind === 'value' ? figure.value : figure.kind === 'bounds' ? (figure.low ?? figure.high ?? 0) : 0;
    const { text, spoken } = figureText(figure, unit, this.style, digitsFor(size, unit));
    const limits = this.limits(row, of, rule);
    const told = limits ? `${this.write(limits[0], unit)} to ${this.write(limits[1], unit)}` : '';
    return { text, spoken: told === '' ? spoken : `${spoken}, ${told}`, limits: told };
  }

  write(number: number, unit: Unit): string {
    return formatNumber(number, unit, this.style, digitsFor(number, unit));
  }
}

/** Credit is a part of outcomes: whole ones are enough to read where there are ten. */
function digitsFor(number: number, unit: Unit): number | undefined {
  if (unit === 'share') return 0;
  return unit === 'count' || unit === 'number' ? (Math.abs(number) < 9.95 ? 1 : 0) : undefined;
}

interface Words {
  /** The plural of what is credited. */
  readonly outcome: string;
  readonly style: Style;
  /** What a member is called that touches do not tell, by dimension. */
  readonly absent: readonly string[];
}

/** What a screen shows of credit: rows with their marks and numbers, in the order of the reply. */
export function creditView(reply: CreditReply, state: CreditState, { outcome, style, absent }: Words): CreditView {
  const columns = new Columns(reply, style);
  const rules = CREDIT_RULES.filter((rule) => !state.hidden.includes(rule) && !lacks(reply, rule));
  const unit = UNITS[state.measure];
  const claimed = state.measure === 'outcomes' ? 'claims' : state.measure === 'value' ? 'claimed value' : null;
  const lost = state.measure === 'outcomes' ? 'lost' : state.measure === 'value' ? 'lost value' : null;
  const sought = state.named.trim().toLocaleLowerCase();
  const shown = reply.rows.flatMap((row, at) =>
    nameOf(row, absent).toLocaleLowerCase().includes(sought) || row.is !== 'member' ? [at] : [],
  );
  const members = shown.filter((at) => reply.rows[at]?.is !== 'untouched');
  const numbers = members.flatMap((at) => [
    ...rules.flatMap((rule) => columns.number(at, state.measure, rule) ?? []),
    ...[claimed, lost].flatMap((of) => (of === null ? [] : (columns.number(at, of) ?? []))),
  ]);
  const [least, most] = [Math.min(0, ...numbers), Math.max(0, ...numbers) * 1.04 || 1];
  const placeOf = (number: number): number => Math.min(1, Math.max(0, (number - least) / (most - least)));
  const markOf = (at: number, mark: CreditMark['rule'], of: string, rule: CreditRule | null): CreditMark[] => {
    const number = columns.number(at, of, rule);
    if (number === null) return [];
    const [low, high] = columns.limits(at, of, rule) ?? [number, number];
    const spoken = `${markLabel(mark)}: ${columns.cell(at, unit, of, rule).spoken}`;
    return [{ rule: mark, at: placeOf(number), low: placeOf(low), high: placeOf(high), spoken }];
  };
  const parted = new Map(reply.parted.map((each) => [each.row, each]));
  const rows = shown.map((at): CreditRow => {
    const row = reply.rows[at];
    const isUntouched = row?.is === 'untouched';
    return {
      key: row?.key ?? '',
      name: row ? nameOf(row, absent) : '',
      about: row?.kind && row.kind !== row.names[0] ? row.kind : '',
      isUntouched,
      roles: isUntouched ? null : rolesOf(columns, at),
      rolesText: isUntouched ? '' : rolesText(columns, at),
      marks: isUntouched
        ? []
        : [
            ...rules.flatMap((rule) => markOf(at, rule, state.measure, rule)),
            ...(claimed === null ? [] : markOf(at, 'claims', claimed, null)),
            ...(lost === null ? [] : markOf(at, 'lost', lost, null)),
          ],
      why: whyParted(columns, at, parted.get(at), outcome),
      lost: isUntouched
        ? ''
        : [lostText(columns, at, outcome), besideText(reply, at, { columns, absent })].filter((text) => text !== '').join(' '),
      cells: [
        ...rules.map((rule) => columns.cell(at, unit, state.measure, rule)),
        ...(claimed === null ? [] : [columns.cell(at, unit, claimed)]),
        ...MEMBER_COLUMNS.map(({ of, unit: own }) => columns.cell(at, own, of)),
      ],
    };
  });
  return {
    rows,
    heads: headsOf(rules, claimed !== null),
    zero: placeOf(0),
    ends: [columns.write(least, unit), columns.write(most, unit)],
    summary: summaryOf(reply, outcome, style),
  };
}

const headsOf = (rules: readonly CreditRule[], hasClaims: boolean): CreditView['heads'] => [
  ...rules.map((rule) => RULE_WORDS[rule]),
  ...(hasClaims ? [CLAIMED] : []),
  ...MEMBER_COLUMNS,
];
const CLAIMED = {
  label: 'Claimed',
  definition: 'What the channel claims for itself, by click date. Claims of several channels may be of one sale.',
};

const lacks = ({ lacks: of }: CreditReply, rule: CreditRule): boolean => (rule === 'removal' || rule === 'shapley') && of[rule] !== null;

/** “Shapley” is a name. */
const inSentence = (rule: CreditRule): string => (rule === 'shapley' ? RULE_WORDS[rule].label : RULE_WORDS[rule].label.toLowerCase());

/** What a row is called; what touches do not tell is said so. */
const nameOf = ({ names, is }: CreditReply['rows'][number], absent: readonly string[]): string =>
  is === 'untouched'
    ? 'No known touch'
    : is === 'others'
      ? OTHER_TOUCHES
      : names.map((name, at) => (name === '' ? (absent[at] ?? '') : name)).join(' · ');

export const markLabel = (mark: CreditMark['rule']): string =>
  mark === 'claims' ? 'Claimed by the channel' : mark === 'lost' ? 'If it had not run' : RULE_WORDS[mark].label;

function rolesOf(columns: Columns, at: number): CreditRow['roles'] {
  const [starts, carries, finishes] = [columns.number(at, 'starts'), columns.number(at, 'carries'), columns.number(at, 'finishes')];
  return starts === null || carries === null || finishes === null ? null : [starts, carries, finishes];
}

const rolesText = (columns: Columns, at: number): string =>
  `starts ${columns.cell(at, 'share', 'starts').text}, carries ${columns.cell(at, 'share', 'carries').text}, finishes ${columns.cell(at, 'share', 'finishes').text}`;

function whyParted(columns: Columns, at: number, parted: CreditReply['parted'][number] | undefined, outcome: string): string {
  if (!parted) return '';
  const told = (rule: CreditRule): string => `${inSentence(rule)} credits ${columns.cell(at, 'count', 'outcomes', rule).text}`;
  const share = (of: string): string => columns.cell(at, 'share', of).text;
  const roles = `Starts ${share('starts')} of ${outcome}, finishes ${share('finishes')}`;
  return `${roles}: ${told(parted.most)}, ${told(parted.least)}.${reasonOf(parted)}`;
}

/** What the two rules say against each other, where one of them goes by who bought and not by where touches stand. */
function reasonOf({ most, least }: { readonly most: CreditRule; readonly least: CreditRule }): string {
  if (most === 'shapley') return ' Those who met it bought more often than others.';
  if (least === 'shapley') return ' Those who met it bought no more often than others.';
  if (most === 'removal') return ' More would be missing without it than its place in journeys tells.';
  return least === 'removal' ? ' Less would be missing without it than its place in journeys tells.' : '';
}

function lostText(columns: Columns, at: number, outcome: string): string {
  const lost = columns.cell(at, 'count', 'lost');
  if (columns.number(at, 'lost') === null) return '';
  const worth = columns.number(at, 'lost value') === null ? '' : `, worth ${columns.cell(at, 'money', 'lost value').text}`;
  const spent = columns.number(at, 'spend') === null ? '' : `, beside ${columns.cell(at, 'money', 'spend').text} of spend`;
  return `If it had not run: about ${lost.text} ${outcome} fewer${lost.limits === '' ? '' : ` (${lost.limits})`}${worth}${spent}.${profitText(columns, at)}`;
}

/** What that comes to at the client's margin, with what is no longer spent. */
function profitText(columns: Columns, at: number): string {
  const lost = columns.number(at, 'lost profit');
  if (lost === null) return '';
  const sign = lost < 0 ? -1 : 1;
  const limits = columns.limits(at, 'lost profit')?.map((each) => each * sign) ?? [];
  const [low, high] = limits.sort((a, b) => a - b).map((each) => columns.write(each, 'money'));
  const within = low === undefined || high === undefined ? '' : ` (${low} to ${high})`;
  return ` At the client’s margin, and without its spend, profit would be ${columns.write(lost * sign, 'money')} ${lost < 0 ? 'higher' : 'lower'}${within}.`;
}

/** Who would be left with those whom a member met. */
function besideText(
  { beside, rows }: CreditReply,
  at: number,
  { columns, absent }: { readonly columns: Columns; readonly absent: readonly string[] },
): string {
  const others = (beside[at] ?? []).flatMap(({ row, outcomes }) => {
    const own = rows[row];
    return own ? [`${nameOf(own, absent)} (${columns.write(outcomes, 'count')})`] : [];
  });
  const met = columns.cell(at, 'count', 'met').text;
  if (others.length === 0) return '';
  return `Of the ${met} before which it was met, those who go on without it have met ${listText(others)} beside it.`;
}

const listText = (all: readonly string[]): string =>
  all.length < 2 ? all.join('') : `${all.slice(0, -1).join(', ')} and ${all.at(-1) ?? ''}`;

function summaryOf({ journeys, parted, rows }: CreditReply, outcome: string, style: Style): string {
  const count = (number: number): string => formatNumber(number, 'count', style, 0);
  const members = rows.filter(({ is }) => is === 'member').length;
  const unknown = journeys.outcomes - journeys.touched;
  const known = `${count(journeys.outcomes)} ${outcome}, ${unknown < 0.5 ? 'all with a known touch' : `${count(unknown)} of them without a known touch`}`;
  const agree =
    parted.length === 0 ? 'The rules agree within their limits.' : `The rules part over ${count(parted.length)} of ${count(members)}.`;
  return `${known}. ${agree}`;
}

import type { FollowUpsReply, StandingMove } from '@lens/contract';
import { formatNumber, quantity, type Ranged, rangeText, type SettingChange, type Style, type Untold } from '@lens/core';
import { outcomesText, settingChangeText } from '@lens/draw';
import { accountStyle } from '../audit/effect-text';
import { signedCount, signedMoney } from '../ui/signed';

type Batch = FollowUpsReply['batches'][number];

/** What was changed of a campaign on one day, with what was expected of it and what came. */
export interface ResultView {
  readonly id: string;
  readonly name: string;
  readonly where: string;
  readonly changes: readonly string[];
  readonly since: string;
  readonly expected: string;
  /** What happened; why it cannot be told where it cannot. */
  readonly happened: string;
  readonly verdict: string;
}

/** How often what happened is as was expected, of some of the moves. */
export interface Calibration {
  readonly of: string;
  readonly moves: string;
  /** “5 of 6”, of results that can be compared; empty where none can. */
  readonly held: string;
}

export interface ResultsView {
  /** The sentence over all of them. */
  readonly answer: string;
  readonly rows: readonly ResultView[];
  readonly kinds: readonly Calibration[];
  readonly people: readonly Calibration[];
  readonly proposers: readonly Calibration[];
}

const WHY: Readonly<Record<Untold, string>> = {
  'too early': 'Too early: two weeks of results have not arrived yet.',
  'changed again': 'No comparison: the campaign was changed again within these days.',
  'few left alone': 'No comparison: fewer than five campaigns like it were left alone.',
  'not measured': 'No comparison: too few of its days are measured.',
};

/** Of fewer results a share says less than their number. */
const LEAST_SHARED = 10;

const KINDS: Readonly<Record<SettingChange['field'], string>> = {
  'daily budget': 'Budgets',
  status: 'Pauses',
  searches: 'Words of searches',
  part: 'Parts shut out',
  schedule: 'Schedules',
};

export function resultsView(batches: readonly Batch[], moves: readonly StandingMove[], style: Style): ResultsView {
  const known = new Map(moves.map((move) => [move.id, move]));
  const told = batches.map((batch) => ({ batch, moves: batch.moves.flatMap((id) => known.get(id) ?? []) }));
  const rows = told.flatMap(({ batch, moves: own }) => (own[0] ? [rowOf(batch, own, own[0], style)] : []));
  const count = (amount: number): string => formatNumber(amount, 'count', style);
  const calibration = (of: string, isMeant: (move: StandingMove) => boolean): Calibration => {
    const meant = told.filter(({ moves: own }) => own.some(isMeant));
    const compared = meant.filter(({ batch }) => batch.agrees !== null);
    return {
      of,
      moves: count(meant.reduce((sum, { moves: own }) => sum + own.filter(isMeant).length, 0)),
      held: compared.length === 0 ? '' : ofThese(compared.filter(({ batch }) => holds(batch)).length, compared.length, style),
    };
  };
  const compared = batches.filter(({ agrees }) => agrees !== null);
  const all = told.flatMap(({ moves: own }) => own);
  const names = [...new Set(all.map(({ by }) => by))].sort((a, b) => a.localeCompare(b, style.locale));
  const proposers = [...new Set(all.map(proposerOf))].sort((a, b) => a.localeCompare(b, style.locale));
  const fields = (Object.keys(KINDS) as SettingChange['field'][]).filter((field) => all.some(({ change }) => change.field === field));
  return {
    answer: answerOf(batches.length, compared.length, compared.filter(holds).length, style),
    rows,
    kinds: fields.map((field) => calibration(KINDS[field], ({ change }) => change.field === field)),
    people: names.map((name) => calibration(name || 'Nobody said who', ({ by }) => by === name)),
    proposers: proposers.map((name) => calibration(name, (move) => proposerOf(move) === name)),
  };
}

/** What proposed a move: rules by their names. */
function proposerOf({ proposedBy }: StandingMove): string {
  switch (proposedBy.kind) {
    case 'finding':
      return 'The audit';
    case 'plan':
      return 'The budget plan';
    case 'way back':
      return 'A way back';
    case 'by hand':
      return 'Marked in Compare';
    case 'rule':
      return `Rule: ${proposedBy.label}`;
  }
}

const holds = ({ agrees }: Batch): boolean => agrees !== null && agrees.spend && agrees.outcomes;

function answerOf(all: number, compared: number, held: number, style: Style): string {
  if (all === 0) return 'Nothing that was decided here has been carried out yet, as far as reports tell.';
  const results = quantity(all, 'result', 'results', style);
  if (compared === 0) return `${results}, none of which can be compared yet.`;
  return `${results}: ${ofThese(held, compared, style)} that can be compared came out as expected.`;
}

/** “5 of 6”; with its share where there are enough for one to mean something. */
function ofThese(held: number, compared: number, style: Style): string {
  const count = (amount: number): string => formatNumber(amount, 'count', style);
  const share = compared >= LEAST_SHARED ? ` (${formatNumber(held / compared, 'share', style, 0)})` : '';
  return `${count(held)} of ${count(compared)}${share}`;
}

function rowOf(batch: Batch, moves: readonly StandingMove[], first: StandingMove, style: Style): ResultView {
  const { happened, expected, why, after } = batch;
  const outcomes = outcomesText(first.outcome);
  return {
    id: batch.moves.join(),
    name: first.entity.name,
    where: first.entity.channelName,
    changes: moves.map(({ change, entity }) => settingChangeText(change, accountStyle(entity, style))),
    since: rangeText(after.to >= after.from ? after : { from: after.from, to: after.from }, style.locale),
    expected: effectOf(expected, outcomes, style),
    happened: happened
      ? `${effectOf(happened, outcomes, style)}, against ${quantity(happened.others, 'campaign', 'campaigns', style)} left alone`
      : WHY[why ?? 'not measured'],
    verdict: happened ? verdictOf(batch, outcomes) : '',
  };
}

function verdictOf({ agrees }: Batch, outcomes: string): string {
  const not = [...(agrees?.spend ? [] : ['spend']), ...(agrees?.outcomes ? [] : [outcomes])];
  return not.length === 0 ? 'As expected' : `Not as expected: ${not.join(' and ')}`;
}

function effectOf({ spend, outcomes }: { readonly spend: Ranged; readonly outcomes: Ranged }, name: string, style: Style): string {
  const range = ({ low, middle, high }: Ranged, write: (amount: number, style: Style) => string): string =>
    `${write(middle, style)} (${write(low, style)} to ${write(high, style)})`;
  return `A day: spend ${range(spend, signedMoney)}, ${name} ${range(outcomes, signedCount)}`;
}

import type { ClaimShow, ClaimsReply, ClaimsRequest, WireClaimSum } from '@lens/contract';
import {
  bookOf,
  type ClaimedOutcome,
  type ClaimSum,
  type Cover,
  type DateBasis,
  daysOf,
  type DayRange,
  divide,
  type Figure,
  gap,
  lastDayOf,
  lengthOf,
  MILLIONTHS,
  plainQuestion,
  prepare,
  reconcile,
  tableOf,
} from '@lens/core';
import type { LoadedClient } from '../store/tables';
import type { ToldClaim } from '../store/claims';
import type { ClientData } from './client-data';

/** Outcomes and claims that are told one by one. */
const MOST_TOLD = 200;

/** What channels claim of a client's outcomes, held against its own list. `today` is the client's. */
export function claimsOf(data: ClientData, client: string, asked: ClaimsRequest, today: number): ClaimsReply {
  const loaded = data.load(client, asked.knownOn);
  const { action, period, show, named } = asked;
  const { outcomes, claims, channels, covers, actions } = loaded.claims(action);
  const isCovered = covering(covers, period);
  const { told, ...sums } = reconcile(outcomes, claims, { days: period, channels: channels.length, isCovered });
  const all = daysOf(period);
  const shown = told.filter((each) => SHOWN[show](each) && isNamed(each, named));
  return {
    actions: [...actions],
    isListed: covers.length > 0,
    days: lengthOf(period),
    covered: all.filter(isCovered).length,
    channels: sums.channels.map(({ over, reach, ...own }, at) => ({
      name: channels[at]?.name ?? '',
      covered: all.filter(covering(channels[at]?.covers ?? [], period)).length,
      ...inWhole(own),
      over,
      reach,
    })),
    pairs: sums.pairs.map(({ both, ...pair }) => ({ ...pair, both: whole(both) })),
    ...inWhole({ outcomes: sums.outcomes, found: sums.found, unclaimed: sums.unclaimed, claims: sums.claims, uncovered: sums.uncovered }),
    over: sums.over,
    reported: reportedClaims(data, loaded, asked, { lastDay: lastDayOf(asked, today), told: new Set(channels.map(({ id }) => id)) }),
    shows: Object.fromEntries(Object.entries(SHOWN).map(([name, isShown]) => [name, told.filter(isShown).length])) as ClaimsReply['shows'],
    told: shown.slice(0, MOST_TOLD).map(({ outcome, claims: own }) => ({
      outcome: outcome && { id: outcome.id, day: outcome.day, count: outcome.count, value: money(outcome.value) },
      claims: own.map(({ clickDay: _, ...claim }) => ({ ...claim, value: money(claim.value) })),
    })),
    toldOf: shown.length,
  };
}

type Told = ClaimedOutcome<ToldClaim>;
const channelsOf = ({ claims }: Told): number => new Set(claims.map(({ channel }) => channel)).size;

const SHOWN: Readonly<Record<ClaimShow, (told: Told) => boolean>> = {
  all: () => true,
  'claimed by several': (told) => channelsOf(told) > 1,
  'claimed again': (told) => told.outcome !== null && told.claims.length > channelsOf(told),
  'no such outcome': ({ outcome, claims: [claim] }) => outcome === null && claim?.order !== null,
  'without a number': ({ outcome, claims: [claim] }) => outcome === null && claim?.order === null,
  unclaimed: ({ claims }) => claims.length === 0,
};

function isNamed({ outcome, claims }: Told, named: string): boolean {
  const sought = named.toLowerCase();
  return sought === '' || [outcome?.id, ...claims.map(({ order }) => order)].some((id) => id?.toLowerCase().includes(sought) === true);
}

const money = (millionths: number): number | null => (Number.isNaN(millionths) ? null : millionths / MILLIONTHS);
const whole = ({ value, ...sum }: ClaimSum): WireClaimSum => ({ ...sum, value: value / MILLIONTHS });
const inWhole = <Names extends string>(sums: Readonly<Record<Names, ClaimSum>>): Record<Names, WireClaimSum> =>
  Object.fromEntries(Object.entries<ClaimSum>(sums).map(([name, sum]) => [name, whole(sum)])) as Record<Names, WireClaimSum>;

/** Whether some import declares to cover a day. */
export function covering(covers: readonly Cover[], { from, to }: DayRange): (day: number) => boolean {
  const days = new Set(covers.flatMap((cover) => daysOf({ from: Math.max(from, cover.from), to: Math.min(to, cover.to) })));
  return (day) => days.has(day);
}

interface Reporting {
  readonly lastDay: number;
  /** Channels that tell their claims one by one. */
  readonly told: ReadonlySet<string>;
}

/**
 * Channels of which only reports say how much they claim, beside the orders that their tags lead to. Both by one day: that
 * of the sale where reports tell it so, else that of the click.
 */
function reportedClaims(
  data: ClientData,
  loaded: LoadedClient,
  asked: ClaimsRequest,
  { lastDay, told }: Reporting,
): ClaimsReply['reported'] {
  const book = bookOf(loaded.tables.vocabulary);
  const metrics = [book.plainOf('count', asked.action)?.id ?? '', book.plainOf('value', asked.action)?.id ?? ''].filter((id) => id !== '');
  const of = (
    countedBy: 'claims' | 'orders',
    basis: DateBasis,
  ): Map<string, { readonly name: string; readonly figures: readonly Figure[] }> => {
    const question = plainQuestion({
      clients: [loaded.client],
      period: asked.period,
      metricSet: data.metricSetOf(loaded.client),
      ...{ countedBy, basis, rows: ['channel'], knownOn: asked.knownOn },
    });
    const { rows, metrics: shown } = tableOf(prepare(loaded.tables, question, data.namesOf(loaded), { lastDay, metrics }), question);
    return new Map(
      rows
        .filter(({ kind }) => kind === 'member')
        .map(({ code, name, cells }) => {
          const figures = metrics.map((metric) => cells[shown.indexOf(metric)]?.now ?? NOT_MEASURED);
          return [String(code), { name, figures }] as const;
        }),
    );
  };
  const [bySale, byClick] = [of('claims', 'sale'), of('claims', 'click')];
  const orders = { sale: of('orders', 'sale'), click: of('orders', 'click') };
  return [...byClick].flatMap(([id, click]) => {
    const sale = bySale.get(id)?.figures ?? [];
    const basis = (sale[0] ?? NOT_MEASURED).kind === 'gap' ? 'click' : 'sale';
    const [count = NOT_MEASURED, value = NOT_MEASURED] = basis === 'sale' ? sale : click.figures;
    if (count.kind === 'gap' || told.has(id)) return [];
    const [ordered = NOT_MEASURED, worth = NOT_MEASURED] = orders[basis].get(id)?.figures ?? [];
    return [{ name: click.name, basis, claims: count, claimedValue: value, orders: ordered, value: worth, over: divide(count, ordered) }];
  });
}

const NOT_MEASURED = gap('not measured');

import {
  type AccountInfo,
  type CountedOutcomes,
  countOutcomes,
  type CreditSource,
  type DayRange,
  type TouchCounter,
  type TouchLog,
  type Vocabulary,
} from '@lens/core';
import type { Db } from '../database';
import type { FeedRecord } from '../feeds';
import { coversOf } from '../imports';
import type { Cut } from '../rows-at';
import { buildLog } from './build-log';
import { creditSource } from './credited';
import { momentOn } from './moment';
import { listedOrders, type ListedOrder } from './touch-orders';
import { type TouchLeading, touchLikes, touchPaths } from './touch-paths';
import { readTouches, type TouchRows } from './touch-rows';

export interface TouchLoading extends TouchLeading {
  readonly vocabulary: Vocabulary;
  readonly feeds: readonly FeedRecord[];
  /** The accounts of feeds, by id, as money is exchanged. */
  readonly infoOf: (account: string) => AccountInfo | undefined;
  readonly cut: Cut;
}

/** What a log says of itself that whoever reads credit should know. */
export interface TouchNotes {
  /** Made of the tags of orders, where no log of touches has come in: nobody has more than one touch. */
  readonly isOneTouch: boolean;
  /** Days that its imports declare to cover. */
  readonly covers: readonly DayRange[];
  readonly people: number;
  readonly touches: number;
  /** People with one touch alone. */
  readonly onceTouched: number;
  /** Touches written down more than once, and after the outcome they are said to have led to. */
  readonly twice: number;
  readonly late: number;
  readonly unweighted: number;
  readonly weighedTwice: number;
  /** Outcomes told for two people, and those that the client's list does not have. */
  readonly outcomesTwice: number;
  readonly unlisted: CountedOutcomes<unknown>['unlisted'];
  /** Touches whose channel nothing tells. */
  readonly unknownChannel: number;
  /** Whether sources are sorted by rules guessed from the names of channels. */
  readonly isGuessed: boolean;
}

export interface LoadedTouches {
  readonly log: TouchLog;
  readonly notes: TouchNotes;
  readonly countedBy: ReadonlyMap<string, TouchCounter>;
  /** What is known of the outcomes of each action. */
  readonly sources: ReadonlyMap<string, CreditSource>;
}

/** What people met, and what came of it: of the logs of a client, or where there is none, of the tags of its orders. */
export function loadTouches(db: Db, loading: TouchLoading): LoadedTouches {
  const { feeds, cut, splits, vocabulary, infoOf } = loading;
  const logs = feeds.filter(({ kind }) => kind === 'journeys');
  const lists = feeds
    .filter(({ kind, mapping }) => kind === 'orders' && mapping.countedBy === 'orders')
    .map((feed) => ({ feed, account: infoOf(feed.account), action: vocabulary.outcome(feed.action).id }));
  const listed = listedOrders(db, lists, cut);
  const isOneTouch = logs.length === 0;
  const told = isOneTouch
    ? touchesOfOrders(listed)
    : readTouches(
        db,
        logs.map(({ id }) => id),
        cut,
      );
  const counted = isOneTouch
    ? { ...ALL_LISTED, outcomes: told.outcomes, countedBy: new Map(lists.map(({ action }) => [action, 'orders' as const])) }
    : countOutcomes(told.outcomes, listed);
  const paths = touchPaths(told.tags, loading);
  const { log, twice } = buildLog(told, { ...paths, codes: new Map([...paths.codes, ...touchLikes(told.likes, splits)]) }, counted);
  const ids = (feeds: readonly { readonly id: number }[]): number[] => feeds.map(({ id }) => id);
  const sourceOf = (action: string, by: TouchCounter): CreditSource => {
    const counting = by === 'log' ? [] : lists.filter((list) => list.action === action).map(({ feed }) => feed);
    return creditSource(db, ids(counting), ids(isOneTouch ? counting : logs), cut);
  };
  const covered = isOneTouch ? lists.map(({ feed }) => feed) : logs;
  return {
    log,
    countedBy: counted.countedBy,
    sources: new Map([...counted.countedBy].map(([action, by]) => [action, sourceOf(action, by)])),
    notes: {
      isOneTouch,
      covers: covered.flatMap(({ id }) => coversOf(db, id, cut)).map(({ from, to }) => ({ from, to })),
      people: told.people,
      touches: log.moment.length,
      onceTouched: onceTouched(log),
      twice,
      late: told.late,
      unweighted: told.unweighted,
      weighedTwice: told.weighedTwice,
      outcomesTwice: counted.twice,
      unlisted: counted.unlisted,
      unknownChannel: withoutChannel(log),
      isGuessed: loading.sources.rules.length === 0,
    },
  };
}

const ALL_LISTED = { unknown: [], twice: 0, unlisted: { count: 0, value: 0 } };

function onceTouched({ people, touchesFrom }: TouchLog): number {
  let once = 0;
  for (let person = 0; person < people; person++) if ((touchesFrom[person + 1] ?? 0) - (touchesFrom[person] ?? 0) === 1) once += 1;
  return once;
}

function withoutChannel({ member, codes }: TouchLog): number {
  const channels = codes.get('channel')?.codes;
  return channels ? member.reduce((sum, place) => sum + ((channels[place] ?? -1) < 0 ? 1 : 0), 0) : 0;
}

/** Each order as a person of its own, touched by the click that its tags tell of. */
function touchesOfOrders(orders: readonly ListedOrder[]): TouchRows {
  const touched = orders.flatMap((order, person) => (order.clickDay === null ? [] : [{ ...order, person, day: order.clickDay }]));
  const tags = [...new Map(touched.map((order) => [tagKey(order), order])).values()];
  const places = new Map(tags.map((order, at) => [tagKey(order), at]));
  return {
    people: orders.length,
    weight: Float64Array.from(orders, ({ count }) => count),
    unweighted: 0,
    weighedTwice: 0,
    person: Uint32Array.from(touched, ({ person }) => person),
    moment: Uint32Array.from(touched, ({ day }) => momentOn(day)),
    day: Int32Array.from(touched, ({ day }) => day),
    isView: new Uint8Array(touched.length),
    tag: Uint32Array.from(touched, (order) => places.get(tagKey(order)) ?? 0),
    like: new Uint32Array(touched.length),
    importId: Uint32Array.from(touched, ({ importId }) => importId),
    tags: tags.map(({ campaign, ad, keyword, link }) => ({ source: null, campaign, ad, keyword, link })),
    likes: ['{}'],
    outcomes: orders.map(({ id, ...order }, person) => ({ ...order, person, moment: momentOn(order.day), order: id })),
    late: 0,
  };
}

const tagKey = ({ campaign, ad, keyword, link }: ListedOrder): string => JSON.stringify([campaign, ad, keyword, link]);

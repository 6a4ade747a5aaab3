import type { Account } from '@lens/contract';
import {
  type AccountInfo,
  type Claim,
  type CountedOutcome,
  type Cover,
  type Joining,
  MILLIONTHS,
  type Naming,
  rateOn,
  type Vocabulary,
} from '@lens/core';
import type { Db } from './database';
import type { FeedRecord } from './feeds';
import { coversOf } from './imports';
import { memberJoiner } from './load-orders';
import type { Members } from './members';
import { type Cut, rowsAt } from './rows-at';
import { listedOrders } from './touches/touch-orders';

/** A claim as a channel's list tells it. */
export interface ToldClaim extends Claim {
  readonly campaign: string | null;
  /** Seconds since 1970, UTC. */
  readonly clickMoment: number | null;
}

export interface LoadedClaims {
  readonly outcomes: readonly CountedOutcome[];
  readonly claims: readonly ToldClaim[];
  /** Channels that tell their claims one by one, with the days that their lists declare to cover. */
  readonly channels: readonly { readonly id: string; readonly name: string; readonly covers: readonly Cover[] }[];
  /** The same of the client's own lists. */
  readonly covers: readonly Cover[];
  /** Outcomes of which there is a list, of whosoever. */
  readonly actions: readonly string[];
}

export interface ClaimLoading {
  readonly vocabulary: Vocabulary;
  readonly accounts: readonly Account[];
  readonly feeds: readonly FeedRecord[];
  readonly members: Members;
  readonly naming: Naming;
  /** The accounts of feeds, by id, as money is exchanged. */
  readonly infoOf: (account: string) => AccountInfo | undefined;
  readonly cut: Cut;
}

interface ClaimRow {
  readonly day: number;
  readonly order: string | null;
  readonly clickDay: number | null;
  readonly clickMoment: number | null;
  readonly value: number | null;
  readonly count: number | null;
  readonly campaign: string | null;
}

/** The outcomes of an action as the client's own lists count them, and what channels claim of them. */
export function loadClaims(db: Db, action: string, loading: ClaimLoading): LoadedClaims {
  const { vocabulary, accounts, feeds, infoOf, cut, members, naming } = loading;
  const find = memberJoiner(BY_CAMPAIGN, members, naming);
  const named = (campaign: string | null): string | null => {
    const [found] = campaign === null ? [] : find({ campaign, ad: null, keyword: null, link: null }).members;
    return found === undefined ? campaign : members.nameOf(found);
  };
  const own = feeds.filter((feed) => isOfOutcomes(feed, vocabulary) && vocabulary.outcome(feed.action).id === action);
  const lists = own.filter(({ kind, mapping }) => kind === 'orders' && mapping.countedBy === 'orders');
  // A list that was taken back is none.
  const claiming = own.filter((feed) => feed.kind === 'claims' && coversOf(db, feed.id, cut).length > 0);
  const accountOf = (feed: FeedRecord): Account | undefined => accounts.find(({ id }) => id === feed.account);
  const ids = [...new Set(claiming.flatMap((feed) => accountOf(feed)?.channel ?? []))];
  const coversOfAll = (of: readonly FeedRecord[]): Cover[] => of.flatMap(({ id }) => coversOf(db, id, cut));
  const told = lists.map((feed) => ({ feed, account: infoOf(feed.account), action }));
  return {
    outcomes: listedOrders(db, told, cut),
    claims: claiming.flatMap((feed) =>
      claimsOf(db, feed, { channel: ids.indexOf(accountOf(feed)?.channel ?? ''), account: infoOf(feed.account), cut, named }),
    ),
    channels: ids.map((id) => {
      const theirs = claiming.filter((feed) => accountOf(feed)?.channel === id);
      return { id, name: accounts.find(({ channel }) => channel === id)?.channelName ?? id, covers: coversOfAll(theirs) };
    }),
    covers: coversOfAll(lists),
    actions: [...new Set(feeds.flatMap((feed) => (isOfOutcomes(feed, vocabulary) ? [vocabulary.outcome(feed.action).id] : [])))],
  };
}

const isOfOutcomes = ({ kind, action }: FeedRecord, { has }: Vocabulary): boolean =>
  (kind === 'orders' || kind === 'claims') && has.outcome(action);

interface Claiming {
  readonly channel: number;
  readonly account: AccountInfo | undefined;
  readonly cut: Cut;
  /** What a campaign is called, where it is known. */
  readonly named: (campaign: string | null) => string | null;
}

const BY_CAMPAIGN: Joining = { keys: [{ tag: 'campaign', level: 'campaign', by: 'id or name', part: null }], several: 'refuse' };

function claimsOf(db: Db, feed: FeedRecord, { channel, account, cut, named }: Claiming): ToldClaim[] {
  return db
    .prepare<object, ClaimRow>(
      `SELECT day, order_id AS "order", click_day AS clickDay, click_moment AS clickMoment, value, count, campaign
       FROM ${rowsAt('claim_row', cut)} ORDER BY day, click_moment, id`,
    )
    .all({ feed: feed.id })
    .map(({ value, count, ...row }) => {
      const rate = account ? rateOn(account, row.day) : 1;
      return {
        ...row,
        channel,
        campaign: named(row.campaign),
        count: (count ?? MILLIONTHS) / MILLIONTHS,
        value: value === null || rate === undefined ? NaN : Math.round(value * rate),
      };
    });
}

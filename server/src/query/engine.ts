import type { AuditReply, Health, ImportDetail, JoiningReply, LotsReply, NamesReply, Trace as WireTrace, WireTable } from '@lens/contract';
import {
  audit,
  bookOf,
  BUILT_IN_BOOK,
  type Audit,
  closedFormula,
  compare,
  type Convention,
  type DayRange,
  conflictDays,
  feedDays,
  type Figure,
  figureText,
  filledFormula,
  health,
  type HealthInput,
  type Joining,
  lastDayOf,
  LEVELS,
  listLots,
  listSources,
  type MetricId,
  type ResultSetId,
  type Names,
  type Naming,
  NONE,
  type OutcomeId,
  packFigures,
  type Question,
  runsOf,
  series,
  type Series,
  type SourceList,
  type SourceRules,
  type Target,
  targetFor,
  termText,
  trace,
} from '@lens/core';
import { ordersTwice } from '../store/orders';
import { accountsOf, allChannels, findClient, promisesOf } from '../store/clients';
import { type Db, openReadOnly } from '../store/database';
import { findFeed, feedsOf } from '../store/feeds';
import { findImport } from '../store/imports';
import { type LoadedClient, loadClient, TableCache } from '../store/tables';
import { acceptedMoves } from '../store/moves';
import { rulesOf, vocabularyOf } from '../store/rules';
import { detailOf } from './import-detail';
import { type ListedFeed, listFeeds } from './feed-list';
import { triedJoining } from './joining';
import { guessedConventions, namesUnder } from './names';

/** An audit with the names its findings need on a screen. */
export interface NamedAudit extends Omit<AuditReply, 'findings' | 'target'> {
  readonly target: Target | null;
  readonly findings: (Audit['findings'][number] & { channelName: string; path: string[]; accountId: string; externalId: string })[];
}

/** Days that the health of data is told for. */
const HEALTH_DAYS = 91;

/** Answers questions from column tables over a read-only connection. One lives in the query thread. */
export class QueryEngine {
  private readonly db: Db;
  private readonly cache = new TableCache();

  constructor(dataFolder: string) {
    this.db = openReadOnly(dataFolder);
  }

  compare(question: Question, today: number): WireTable {
    const loaded = this.load(question.client, question.knownOn);
    const table = compare(loaded.tables, question, this.namesOf(loaded), lastDayOf(question, today));
    return {
      metrics: [...table.metrics],
      rows: table.rows.map(({ cells: _, ...row }) => row),
      columns: table.metrics.map((_, at) => ({
        now: packFigures(table.rows.map((row) => cell(row.cells[at]?.now))),
        before: question.comparison ? packFigures(table.rows.map((row) => cell(row.cells[at]?.before))) : null,
        change: question.comparison ? packFigures(table.rows.map((row) => cell(row.cells[at]?.change?.figure))) : null,
        beyondChance: table.rows.flatMap((row, index) => (row.cells[at]?.change?.beyondChance ? [index] : [])),
      })),
      withoutClickDay: [...table.withoutClickDay],
      arrived: table.arrived,
      dataVersion: loaded.version,
    };
  }

  series(question: Question, metric: MetricId, keys: readonly string[], today: number): Series {
    const loaded = this.load(question.client, question.knownOn);
    return series(loaded.tables, question, this.namesOf(loaded), { metric, keys, lastDay: lastDayOf(question, today) });
  }

  trace(question: Question, key: string, metric: MetricId, today: number): WireTrace | undefined {
    const loaded = this.load(question.client, question.knownOn);
    const found = trace(loaded.tables, question, this.namesOf(loaded), { key, metric, lastDay: lastDayOf(question, today) });
    const client = findClient(this.db, question.client);
    if (!found || !client) return undefined;
    const figures = new Map(found.inputs.map((input) => [input.term, figureText(input.figure, input.unit, client).text]));
    return {
      ...found,
      metric,
      filled: filledFormula(
        closedFormula(bookOf(loaded.tables.vocabulary), metric, question),
        (term) => figures.get(termText(term)) ?? termText(term),
      ),
      inputs: found.inputs.map((input) => ({ ...input, sources: input.sources.map((source) => this.sourceOf(source, question.client)) })),
      withoutClickDay: [...found.withoutClickDay],
      dataVersion: loaded.version,
    };
  }

  /** Judges a client against its target; without a target there is nothing to judge by. */
  audit(client: string, days: DayRange, today: number): NamedAudit {
    const loaded = this.load(client);
    const target = targetFor(promisesOf(this.db, client).targets, days);
    if (!target) return { target: null, days, matured: false, findings: [], dataVersion: loaded.version };
    const names = this.namesOf(loaded);
    const result = audit({ tables: loaded.tables, target, days, lastDay: today - 1, names, accepted: acceptedMoves(this.db, client) });
    const findings = result.findings.map((finding) => {
      const path = loaded.members.pathOf(finding.member);
      return {
        ...finding,
        channelName: names('channel', finding.channel),
        path: LEVELS.flatMap((level) => (path.has(level) ? [loaded.members.nameOf(path.get(level) ?? -1)] : [])),
        accountId: loaded.tables.accounts[finding.account]?.id ?? '',
        externalId: loaded.members.byId.get(finding.member)?.externalId ?? '',
      };
    });
    return { target, days, matured: result.matured, findings, dataVersion: loaded.version };
  }

  /** What of a client's data is there on the last days, and what is to know before trusting it. */
  health(client: string, today: number): Health {
    const { tables } = this.load(client);
    const info = findClient(this.db, client);
    const accounts = accountsOf(this.db, client);
    const range = { from: today - HEALTH_DAYS, to: today };
    const input: HealthInput = {
      tables,
      range,
      lastDay: today - 1,
      action: this.actionOf(client),
      otherZone: new Set(accounts.flatMap(({ timeZone }, at) => (timeZone === info?.timeZone ? [] : [at]))),
      twice: ordersTwice(this.db, client, range),
    };
    const conflicts = conflictDays(input);
    const rows = [...tables.feeds, ...tables.orders.map((orders) => ({ ...orders, day: orders.saleDay }))];
    const feedName = (id: number | null): string => (id === null ? '' : (findFeed(this.db, id)?.name ?? `feed ${id}`));
    return {
      range,
      feeds: rows.map((feed) => ({ feed: feed.feedId, runs: runsOf(feedDays(feed, range, today - 1, conflicts.get(feed.feedId))) })),
      notes: health(input).map(({ account: at, feedId, otherFeedId, page, ...rest }) => {
        const account = accounts[at ?? NONE] ?? accounts.find(({ id }) => feedId !== null && id === findFeed(this.db, feedId)?.account);
        return {
          ...rest,
          pageName: page === null ? '' : (this.cache.splits.nameOf('landing page', page) ?? ''),
          feedName: feedName(feedId),
          otherFeedName: feedName(otherFeedId),
          channelName: account?.channelName ?? '',
          accountName: account?.name ?? '',
          currency: account?.currency ?? '',
          timeZone: account?.timeZone ?? '',
        };
      }),
    };
  }

  /** The feeds of a client with what there is of each. */
  feeds(client: string): ListedFeed[] {
    const hasLists = feedsOf(this.db, client).some(({ kind }) => kind === 'orders');
    return listFeeds(this.db, client, hasLists ? this.load(client) : undefined);
  }

  /** What an import of a client read and changed, against an earlier one or what was there before; undefined where there is none. */
  importDetail(client: string, importId: number, against: number | null): ImportDetail | undefined {
    const record = findImport(this.db, importId);
    const feed = record && feedsOf(this.db, client).find(({ id }) => id === record.feedId);
    if (!record || !feed || (against !== null && findImport(this.db, against)?.feedId !== feed.id)) return undefined;
    return detailOf(this.db, record, feed, against, vocabularyOf(this.db, client));
  }

  /** Names of a client under a naming it has or might be given, with their spend on the last days. */
  names(client: string, naming: Naming, today: number): NamesReply {
    const loaded = this.load(client);
    return namesUnder(loaded, naming, { from: today - HEALTH_DAYS, to: today - 1 }, this.namesOf(loaded));
  }

  /** Visits of a period by source, as rules would sort them. */
  visits(client: string, { period, ...rules }: SourceRules & { period: DayRange }): SourceList {
    const loaded = this.load(client);
    const names = this.namesOf(loaded);
    return listSources(loaded.tables, rules, {
      period,
      action: this.actionOf(client),
      spellingOf: (code) => names('source', code),
      channelName: (channel) => names('channel', channel),
    });
  }

  /** Lots of a period with all that came of them since. */
  lots(client: string, period: DayRange, today: number): LotsReply {
    const loaded = this.load(client);
    const names = this.namesOf(loaded);
    const channelOf = (account: number): string => names('channel', loaded.tables.accounts[account]?.channel ?? '');
    const { lines, ...list } = listLots(loaded.tables, period, today - 1);
    return { ...list, lines: lines.map(({ lot, ...line }) => ({ ...line, lot: lot && { ...lot, channelName: channelOf(lot.account) } })) };
  }

  /** What a joining would make of the outcomes of a list. */
  tryJoining(client: string, { feed, joining, period }: { feed: number; joining: Joining; period: DayRange }): JoiningReply {
    const loaded = this.load(client);
    const naming = rulesOf(this.db, client, 'naming');
    return triedJoining(this.db, loaded, { feed, joining, period, naming, names: this.namesOf(loaded) });
  }

  guessedConventions(client: string): Convention[] {
    return guessedConventions(this.load(client));
  }

  /** The main outcome of a client. */
  private actionOf(client: string): OutcomeId {
    const info = findClient(this.db, client);
    return BUILT_IN_BOOK.outcomeOf(info?.metricSet ?? 'shop')?.id ?? 'purchase';
  }

  private load(client: string, knownOn: number | null = null): LoadedClient {
    return this.db.transaction(() => loadClient(this.db, client, this.cache, knownOn))();
  }

  private namesOf(loaded: LoadedClient): Names {
    const channels = new Map(allChannels(this.db).map((channel) => [channel.id, channel.name]));
    return (dimension, code) =>
      typeof code === 'string' ? (channels.get(code) ?? code) : (this.cache.splits.nameOf(dimension, code) ?? loaded.members.nameOf(code));
  }

  private sourceOf(
    source: { feedId: number; rows: number; amount: Figure; imports: readonly number[] },
    client: string,
  ): WireTrace['inputs'][number]['sources'][number] {
    const feed = findFeed(this.db, source.feedId);
    const account = feed && accountsOf(this.db, client).find((each) => each.id === feed.account);
    return {
      feed: feed?.name ?? `feed ${source.feedId}`,
      account: account?.name ?? '',
      channel: account?.channelName ?? '',
      rows: source.rows,
      amount: source.amount,
      files: source.imports.flatMap((id) => {
        const found = findImport(this.db, id);
        return found ? [{ importId: id, name: found.fileName, importedAt: found.importedAt }] : [];
      }),
    };
  }
}

const cell = (figure: Figure | null | undefined): Figure => figure ?? { kind: 'gap', gap: 'not measured' };

/** The figure of a target's metric for a whole client, as the target counts. */
export function targetQuestion(client: { id: string; metricSet: ResultSetId }, target: Target, period: DayRange): Question {
  return {
    client: client.id,
    period,
    comparison: null,
    countedBy: target.countedBy,
    basis: target.basis,
    metricSet: BUILT_IN_BOOK.sets.find((set) => set.metrics.includes(target.metric))?.id ?? client.metricSet,
    knownOn: null,
    tree: 'ads',
    filter: '',
    sort: { by: 'spend', direction: 'descending' },
  };
}

import { type ClosedTerm, columnKey } from '../measure/term';
import type { DayRange } from '../time/day';
import { missingDays } from './known-days';
import { isListed } from './source';
import { NONE } from '../rows/coding';
import type { FeedTable } from './tables';

/**
 * Puts campaigns of an account that its reports know the same of into one class: the same imports declare them, and
 * the same of their cells are missing. Of most accounts that is all of them.
 */
export class CampaignClasses {
  private readonly known = new Map<string, string>();
  private readonly declared = new Map<string, string>();
  private readonly reports = new Map<number, Report[]>();

  constructor(
    private readonly feeds: readonly FeedTable[],
    private readonly terms: readonly ClosedTerm[],
    private readonly window: DayRange,
  ) {}

  /** Equal texts for campaigns of one class; NONE is what no report splits by campaign. */
  of(campaign: number, account: number): string {
    const own = `${account} ${campaign}`;
    const known = this.known.get(own) ?? `${this.declaredOf(campaign, account)} ${this.missingOf(campaign, account)}`;
    this.known.set(own, known);
    return known;
  }

  /** The same for campaigns that the same imports declare, whatever is missing of their cells. */
  declaredOf(campaign: number, account: number): string {
    if (campaign === NONE) return `account ${account}`;
    const own = `${account} ${campaign}`;
    const known =
      this.declared.get(own) ??
      `${account} ${this.reportsOf(account)
        .map((report) => declaredBy(report, campaign))
        .join(' ')}`;
    this.declared.set(own, known);
    return known;
  }

  private missingOf(campaign: number, account: number): string {
    const missing = this.reportsOf(account).flatMap(({ feed, columns }) =>
      columns.map((column) => missingDays(feed, column, campaign, this.window).join()),
    );
    return missing.join(';');
  }

  private reportsOf(account: number): Report[] {
    const known = this.reports.get(account) ?? this.feeds.filter((feed) => feed.account === account).map((feed) => this.report(feed));
    this.reports.set(account, known);
    return known;
  }

  private report(feed: FeedTable): Report {
    const columns = this.terms.filter((term) => !isListed(term)).map(columnKey);
    const unread = new Set(feed.unread?.flatMap(({ campaign }) => campaign ?? []));
    return {
      feed,
      named: feed.covers.flatMap(({ campaigns }) => (campaigns === 'all' ? [] : [campaigns])),
      columns: [...new Set(columns)].filter((column) => feed.rows.columns.has(column)),
      isUnread: (campaign) => unread.has(campaign),
    };
  }
}

const declaredBy = ({ named, isUnread }: Report, campaign: number): string =>
  named.map((campaigns) => (campaigns.has(campaign) ? 1 : 0)).join('') + (isUnread(campaign) ? `;${campaign}` : '');

/** What one report may know of one campaign and not of another. */
interface Report {
  readonly feed: FeedTable;
  readonly named: readonly ReadonlySet<number>[];
  readonly columns: readonly string[];
  readonly isUnread: (campaign: number) => boolean;
}

import type { Market } from '../market';
import type { Account, Report } from '../report/report';

/** A refusal with the status a channel would send. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly headers: Record<string, string> = {},
  ) {
    super(message);
  }
}

export function accountOf(market: Market, channel: string, id: string): Account {
  const account = market.accounts(channel).find((each) => each.id === id);
  if (!account) throw new Refused(404, `${channel} has no account ${id}.`);
  return account;
}

export function reportOf(account: Account, id: string): Report {
  const report = account.reports.find((each) => each.id === id);
  if (!report) throw new Refused(404, `The account offers no report ${id}.`);
  return report;
}

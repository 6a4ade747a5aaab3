import { type AuditedTarget, type AuditReply } from '@lens/contract';
import { TARGET_METRICS } from '@lens/core';
import type { Market } from '../market/src/market';
import { partsOf } from '../market/src/truth/parts';
import { Settings } from '../market/src/people/settings';
import type { ClientWorld } from '../market/src/world/spec';
import type { Figure } from './figures';

/** Ads that were to be stopped for passing their cap on losses, those of them that truly miss the target, and ads that truly meet it. */
export interface JudgedStops {
  readonly stopped: number;
  readonly right: number;
  readonly winners: number;
  readonly winnersStopped: number;
}

/** Holds the stops of audits against what a click of each ad truly brings at what it cost. */
export function judgeStops(market: Market, client: ClientWorld, audits: readonly Pick<AuditReply, 'findings'>[]): JudgedStops {
  const rates = new Map(
    partsOf(client, new Settings(client, []), market.today - 1).flatMap((part) =>
      part.kind === 'ad' ? [[part.name, part.rate] as const] : [],
    ),
  );
  const judged = audits.flatMap(({ findings }) => {
    const own = findings.filter((finding): finding is AuditedTarget => finding.check === 'target');
    const campaigns = own.filter(({ level }) => level === 'campaign');
    const worth = sum(campaigns.map(({ value }) => value)) / sum(campaigns.map(({ outcomes }) => outcomes));
    return own.flatMap((finding) => {
      const rate = rates.get(finding.name);
      if (finding.level !== 'ad' || finding.stopLoss === null || rate === undefined || finding.clicks === 0) return [];
      const cost = finding.spend / finding.clicks / rate;
      const meets = TARGET_METRICS[finding.metric].bound === 'at least' ? worth / cost >= finding.target : cost <= finding.target;
      return [{ isStopped: finding.stopLoss.stop, meets }];
    });
  });
  const stopped = judged.filter(({ isStopped }) => isStopped);
  const winners = judged.filter(({ meets }) => meets);
  return {
    stopped: stopped.length,
    right: stopped.filter(({ meets }) => !meets).length,
    winners: winners.length,
    winnersStopped: winners.filter(({ isStopped }) => isStopped).length,
  };
}

const sum = (numbers: readonly number[]): number => numbers.reduce((all, each) => all + each, 0);

export function figuresOfStops(judged: readonly JudgedStops[]): Figure[] {
  const total = (of: keyof JudgedStops): number => sum(judged.map((each) => each[of]));
  const share = (name: string, part: number, whole: number, bar: number): Figure[] =>
    whole === 0 ? [] : [{ name, value: part / whole, bar, unit: '%' }];
  return [
    ...share('Audit: ads stopped by their loss cap that truly miss the target', total('right'), total('stopped'), 0.9),
    ...share('Audit: ads that truly meet it and are not stopped', total('winners') - total('winnersStopped'), total('winners'), 0.97),
  ];
}

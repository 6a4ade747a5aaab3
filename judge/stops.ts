import { type AuditedTarget, type AuditReply } from '@lens/contract';
import { TARGET_METRICS } from '@lens/core';
import type { Market } from '../market/src/market';
import { partsOf } from '../market/src/truth/parts';
import { eventFactors } from '../market/src/people/demand';
import { Settings } from '../market/src/people/settings';
import { dayOf } from '../market/src/world/calendar';
import type { ClientWorld } from '../market/src/world/spec';
import type { Figure } from './figures';

/** Ads that were to be stopped, those of them that truly miss the target, and ads that truly meet it. */
interface Stopped {
  readonly stopped: number;
  readonly right: number;
  readonly winners: number;
  readonly winnersStopped: number;
}

/** Stops for passing the cap on losses, and those of the reading ladder. */
export type JudgedStops = Readonly<Record<(typeof WAYS)[number], Stopped>>;
const WAYS = ['cap', 'ladder'] as const;

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
    const read = ladderOf(findings);
    const worth = sum(campaigns.map(({ value }) => value)) / sum(campaigns.map(({ outcomes }) => outcomes));
    return own.flatMap((finding) => {
      const rate = rates.get(finding.name);
      if (finding.level !== 'ad' || rate === undefined || finding.clicks === 0) return [];
      const cost = finding.spend / finding.clicks / (rate * usualOn(client, finding.days));
      const meets = TARGET_METRICS[finding.metric].bound === 'at least' ? worth / cost >= finding.target : cost <= finding.target;
      const verdict = read.get(finding.name);
      return [
        ...(finding.stopLoss ? [{ way: 'cap', isStopped: finding.stopLoss.stop, meets } as const] : []),
        ...(verdict === undefined ? [] : [{ way: 'ladder', isStopped: verdict === 'stop', meets } as const]),
      ];
    });
  });
  const [cap, ladder] = WAYS.map((own) => {
    const of = judged.filter(({ way }) => way === own);
    const stopped = of.filter(({ isStopped }) => isStopped);
    const winners = of.filter(({ meets }) => meets);
    return {
      stopped: stopped.length,
      right: stopped.filter(({ meets }) => !meets).length,
      winners: winners.length,
      winnersStopped: winners.filter(({ isStopped }) => isStopped).length,
    };
  });
  return { cap: cap ?? NONE, ladder: ladder ?? NONE };
}
const NONE: Stopped = { stopped: 0, right: 0, winners: 0, winnersStopped: 0 };

/** How often a click acted on some days against a day without events: a price that rose lasts. */
function usualOn(client: ClientWorld, days: AuditedTarget['days']): number {
  const [from, to] = [days.from, days.to].map((day) => dayOf(String(day))) as [number, number];
  const all = Array.from({ length: to - from + 1 }, (_, at) => eventFactors(client, from + at).outcomes);
  return sum(all) / all.length;
}

/** What the reading ladder says of each ad, by its name; nothing of names that several ads have. */
function ladderOf(findings: AuditReply['findings']): Map<string, string> {
  const rows = findings.flatMap((finding) =>
    finding.check === 'signals' && finding.trouble === 'reading ladder' && finding.picture?.kind === 'table' ? finding.picture.rows : [],
  );
  const named = rows.map(([name = '', , , verdict = '']) => [name, verdict] as const);
  return new Map(named.filter(([name]) => named.filter(([other]) => other === name).length === 1));
}

const sum = (numbers: readonly number[]): number => numbers.reduce((all, each) => all + each, 0);

export function figuresOfStops(judged: readonly JudgedStops[]): Figure[] {
  const share = (name: string, part: number, whole: number, bar: number): Figure[] =>
    whole === 0 ? [] : [{ name, value: part / whole, bar, unit: '%' }];
  return WAYS.flatMap((way) => {
    const total = (of: keyof Stopped): number => sum(judged.map((each) => each[way][of]));
    const by = way === 'cap' ? 'their loss cap' : 'the reading ladder';
    return [
      ...share(`Audit: ads stopped by ${by} that truly miss the target`, total('right'), total('stopped'), 0.9),
      ...share(`Audit: ads that truly meet it and ${by} does not stop`, total('winners') - total('winnersStopped'), total('winners'), 0.97),
    ];
  });
}

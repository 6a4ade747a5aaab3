import { performance } from 'node:perf_hooks';
import { median } from 'simple-statistics';
import { ADS_BY_CHANNEL, formatDay, parseDay } from '@lens/core';
import { send } from '../server/test/harness';
import { tell } from './report';

const ROUNDS = 15;
const CLIENT = 'juniper-loft-tea';
const LAST = parseDay('2026-10-30') ?? NaN;

const BUILT_IN = ['spend', 'impressions', 'cpm', 'clicks', 'ctr', 'cpc', 'purchases', 'cpa', 'value', 'aov', 'roas', 'profit'];
/** Twelve that say everything the language can. */
const OWN = [
  'value of purchase by sale date * margin - spend',
  'spend / count of purchase by sale date',
  'spend where device is "phone" / spend',
  'clicks / previous (clicks) - 1',
  'share of total (spend)',
  'share of parent (value of purchase)',
  'count of purchase within 7 days / clicks',
  'when clicks >= 100 then count of purchase / clicks otherwise too little data',
  'largest of (spend, value of purchase)',
  'rounded (CPA, 0)',
  'ROAS - target roas',
  'value of purchase where campaign contains "gifts"',
];

/** Twelve metrics of one's own beside twelve built-in ones, on the same questions: through HTTP, each asked once. */
export async function benchOwnMetrics(address: string): Promise<void> {
  const path = `/clients/${CLIENT}/library`;
  const put = { seen: 0, by: '', note: '', isOfAgency: false };
  const own: string[] = [];
  for (const [at, text] of OWN.entries()) {
    const metric = { label: `Bench ${at}`, text, unit: null, better: 'higher', definition: '' };
    own.push((await send(address, 'POST', `${path}/metrics`, { ...metric, ...put })).body.id);
  }
  const sets: string[] = [];
  for (const [label, metrics] of [
    ['Bench, built in', BUILT_IN],
    ['Bench, own', own],
  ] as const)
    sets.push((await send(address, 'POST', `${path}/sets`, { label, outcome: null, metrics, ...put })).body.id);
  const taken: number[][] = sets.map(() => []);
  for (let round = -2; round < ROUNDS; round++)
    for (const [at, metricSet] of sets.entries()) {
      const ms = await asked(address, metricSet, round + 2);
      if (round >= 0) taken[at]?.push(ms);
    }
  const [builtIn = NaN, ours = NaN] = taken.map((each) => median(each));
  tell('twelve built-in metrics, 90 days with the 90 before, ms', builtIn.toFixed(0));
  tell('twelve of one’s own, the same days, ms', ours.toFixed(0));
  const times = ours / builtIn;
  tell('own metrics, of the time of built-in ones', times.toFixed(2), { text: 'at most 2', holds: times <= 2 });
}

async function asked(address: string, metricSet: string, back: number): Promise<number> {
  const [to, days] = [LAST - back, 90];
  const range = (from: number, last: number) => ({ from: formatDay(from), to: formatDay(last) });
  const question = {
    clients: [CLIENT],
    period: range(to - days + 1, to),
    comparison: range(to - 2 * days + 1, to - days),
    countedBy: 'orders',
    basis: 'click',
    metricSet,
    knownOn: null,
    rows: ADS_BY_CHANNEL,
    where: [],
    named: '',
    sort: { by: 'spend', direction: 'descending' },
  };
  const from = performance.now();
  const { status, body } = await send(address, 'POST', '/compare', question);
  if (status !== 200) throw new Error(`Not answered: ${JSON.stringify(body)}`);
  return performance.now() - from;
}

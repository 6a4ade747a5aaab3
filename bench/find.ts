import { performance } from 'node:perf_hooks';
import { quantileSorted } from 'simple-statistics';
import { importFile, makeClient, send, startServer } from '../server/test/harness';
import { tell } from './report';

const MEMBERS = 200_000;
const ADS_OF_A_CAMPAIGN = 400;
const [STAGES, PRODUCTS, PLACES, FORMATS] = [
  ['new', 'known', 'customers'],
  ['loose-leaf', 'gifts', 'green-tea', 'samplers', 'basket', 'subscriptions', 'brand-terms'],
  ['uk', 'ireland', 'france', 'wales', 'germany'],
  ['carousel', 'story', 'search', 'film', 'banner', 'poster'],
] as const;
/** As people type: the beginning, words out of order, a slip, what there is none of. */
const TYPED = [
  'loose leaf',
  'story gifts 17',
  'wales customers',
  'smaplers film',
  'grean tea',
  'subscriptions poster 1999',
  'kayak',
  'ad 77',
];
const ROUNDS = 5;

/** How long it takes until members are found by what is typed, where there are as many as a client can have. */
export async function benchFind(folder: string): Promise<void> {
  const server = await startServer(folder);
  const setting = await makeClient(server.address, 'Found');
  const { state } = await importFile(server.address, setting, 'Ads', fileOfAds());
  if (state !== 'done') throw new Error('The ads were not imported');
  const times: number[] = [];
  const find = async (typed: string): Promise<number> => {
    const from = performance.now();
    const { status } = await send(server.address, 'POST', '/found', { clients: [setting.client], typed });
    if (status !== 200) throw new Error(`Not found: ${status}`);
    return performance.now() - from;
  };
  const first = await find('loose');
  for (let round = 0; round < ROUNDS; round++)
    for (const typed of TYPED) times.push(await find(`${typed}${' '.repeat(round)}${round || ''}`));
  await server.stop();
  times.sort((a, b) => a - b);
  const slow = quantileSorted(times, 0.95);
  tell(`find among ${MEMBERS} members, the first time, ms`, first.toFixed(0));
  tell(`find among ${MEMBERS} members, ms`, `p50 ${quantileSorted(times, 0.5).toFixed(0)}, p95 ${slow.toFixed(0)}`, {
    text: 'p95 at most 100',
    holds: slow <= 100,
  });
}

function fileOfAds(): string {
  const lines = ['Day,Campaign,Ad,Cost'];
  const of = (words: readonly string[], at: number): string => words[at % words.length] ?? '';
  for (let at = 0; at < MEMBERS; at++) {
    const campaign = Math.floor(at / ADS_OF_A_CAMPAIGN);
    const name = [of(STAGES, campaign), of(PRODUCTS, campaign), of(PLACES, at), of(FORMATS, Math.floor(at / 5)), `ad ${at}`].join('_');
    lines.push(`2026-10-30,${of(STAGES, campaign)}_${of(PRODUCTS, campaign)}_${campaign},${name},1.5`);
  }
  return lines.join('\n');
}

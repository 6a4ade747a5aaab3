import { median } from 'simple-statistics';
import { performance } from 'node:perf_hooks';
import { importFile, makeClient, send, startServer } from '../server/test/harness';
import { tell } from './report';

const CAMPAIGNS = 200;
const DAYS = 182;
const ROUNDS = 7;
const TODAY = '2026-10-31';
const DAY = 86_400_000;

/** How long a plan of the budgets of many campaigns takes, the first time and as it is drawn. */
export async function benchPlan(folder: string): Promise<void> {
  const server = await startServer(folder);
  await send(server.address, 'PUT', '/clock', { today: TODAY });
  const setting = await makeClient(server.address, 'Planned');
  const { state } = await importFile(server.address, setting, 'Campaigns', fileOfCampaigns());
  if (state !== 'done') throw new Error('The campaigns were not imported');
  const always = { from: '2026-01-01', to: '2026-12-31' };
  await send(server.address, 'PUT', `/clients/${setting.client}/promises`, {
    targets: [{ metric: 'roas', value: 2, countedBy: 'claims', basis: 'click', ...always }],
    margins: [{ share: 0.5, ...always }],
    budgets: [],
  });
  const times: number[] = [];
  for (let round = 0; round <= ROUNDS; round++) {
    const asked = { days: { from: '2026-11-01', to: '2026-11-30' }, goal: 'profit', total: 300_000 + round * 1000, promised: null };
    const from = performance.now();
    const { body } = await send(server.address, 'POST', `/clients/${setting.client}/plan`, asked);
    times.push(performance.now() - from);
    if (body.budgets.length !== CAMPAIGNS) throw new Error(`Planned ${body.budgets.length}`);
  }
  await server.stop();
  const [first = 0, ...drawn] = times;
  const middle = median(drawn);
  tell(`a plan over ${CAMPAIGNS} campaigns, ms`, `${Math.round(middle)} (first ${Math.round(first)})`, {
    text: 'at most 1000',
    holds: middle <= 1000,
  });
}

function fileOfCampaigns(): string {
  const lines = ['Day,Campaign,Impressions,Impressions lost to budget,Clicks,Cost,Daily budget,Purchases,Purchase value'];
  for (let campaign = 0; campaign < CAMPAIGNS; campaign++)
    for (let day = 1; day <= DAYS; day++) {
      const iso = new Date(Date.parse(TODAY) - day * DAY).toISOString().slice(0, 10);
      const purchases = (campaign * 7 + day) % 5;
      lines.push(
        `${iso},campaign ${campaign},${4000 + 10 * campaign},${500 + 9 * day},${90 + (campaign % 30)},50,55,${purchases},${40 * purchases}`,
      );
    }
  return lines.join('\n');
}

import { estimateMaturity, shareBy } from '@lens/core';
import { juniperLoftTea } from '../../market/src/juniper-loft-tea';
import { makeDemo } from '../../market/src/demo';
import { loadDemo } from '../../market/src/load';
import { northwallClimbing } from '../../market/src/northwall-climbing';
import { compare, send, suiteServer } from './harness';

const OCTOBER = { from: '2026-10-01', to: '2026-10-30' };
const FIRST = Date.UTC(2026, 9, 1) / 86_400_000;

/** The market knows the truth; the product never sees it. */
describe('advice against the truth', () => {
  const server = suiteServer();
  const demos = [makeDemo(juniperLoftTea), makeDemo(northwallClimbing)];

  beforeAll(async () => {
    await loadDemo(server.address, () => undefined);
  });

  const trueOctober = (client: number, campaign: string) => {
    const days = demos[client]?.truth.campaigns.find((each) => each.id === campaign)?.days.filter((day) => day.day >= FIRST) ?? [];
    const sum = (part: 'spend' | 'clicks' | 'outcomes' | 'value') => days.reduce((total, day) => total + day[part], 0);
    return { spend: sum('spend'), clicks: sum('clicks'), outcomes: sum('outcomes'), value: sum('value') };
  };

  it.each([
    ['juniper-loft-tea', 0],
    ['northwall-climbing', 1],
  ] as const)('no supported finding on a campaign of %s is wrong, and most clear cases are found', async (client, at) => {
    const { body } = await send(server.address, 'POST', '/audit', { client, period: OCTOBER });
    const campaigns = body.findings.filter((finding: { level: string }) => finding.level === 'campaign');
    expect(campaigns.length).toBeGreaterThan(4);
    let clear = 0;
    let found = 0;
    for (const finding of campaigns) {
      const campaign = demos[at]?.world.accounts.flatMap((account) => account.campaigns).find((each) => each.name === finding.name);
      const truth = trueOctober(at, campaign?.id ?? '');
      const reached = at === 0 ? truth.value / truth.spend / 2.6 : (22 * truth.outcomes) / truth.spend;
      if (finding.supported)
        expect({ name: finding.name, beats: reached > 1 }).toEqual({ name: finding.name, beats: finding.verdict === 'beats' });
      if (Math.abs(Math.log(reached)) > 0.5) {
        clear += 1;
        found += finding.supported ? 1 : 0;
      }
    }
    expect(clear).toBeGreaterThan(1);
    expect(found / clear).toBeGreaterThan(0.7);
  });

  it('shows the money and clicks that were really there, in every tree', async () => {
    for (const tree of ['ads', 'keywords', 'devices']) {
      const { body } = await compare(server.address, 'juniper-loft-tea', { period: OCTOBER, tree });
      const at = body.rows.findIndex((row: { name: string }) => row.name === 'JLT_search_new_gifts_uk');
      const truth = trueOctober(0, 'HB-1104');
      expect(body.columns[body.metrics.indexOf('spend')].now.values[at]).toBeCloseTo(truth.spend, 2);
      expect(body.columns[body.metrics.indexOf('clicks')].now.values[at]).toBe(truth.clicks);
    }
  });

  it('knows how late sales arrive', () => {
    const demo = demos[0];
    const rows =
      demo?.files
        .find((file) => file.channel === 'Till')
        ?.lines.slice(1)
        .map((line) => line.split(',')) ?? [];
    const day = (text: string | undefined) => Date.parse(`${text?.slice(0, 10)}T00:00:00Z`) / 86_400_000;
    const outcomes = rows.filter((row) => row[2]).map((row) => ({ saleDay: day(row[1]), clickDay: day(row[2]), weight: 1 }));
    const maturity = estimateMaturity(outcomes, FIRST + 29);
    demo?.truth.lag.forEach((share, age) => expect(Math.abs((maturity ? shareBy(maturity, age) : 0) - share)).toBeLessThan(0.03));
  });
});

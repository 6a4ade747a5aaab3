import { estimateMaturity, shareBy } from '@lens/core';
import { juniperLoftTea } from '../../market/src/clients/juniper-loft-tea';
import { northwallClimbing } from '../../market/src/clients/northwall-climbing';
import { connectDemo } from '../../market/src/demo/connect';
import { byCampaign } from '../../market/src/truth/sums';
import { compare, send, suiteServer } from './harness';
import { suiteMarket } from './market';

const OCTOBER = { from: '2026-10-01', to: '2026-10-30' };
const FIRST = Date.UTC(2026, 9, 1) / 86_400_000;
const DAYS = { from: FIRST, to: FIRST + 29 };
const CLIENTS = [
  { ...juniperLoftTea, from: '2026-08-10' },
  { ...northwallClimbing, from: '2026-08-20' },
];

/** Reports that say nothing of what is asked here. */
const LEFT_OUT = ['journeys', 'claims', 'changes', 'reach', 'grades', 'films', 'platforms', 'age-sex', 'positions'];

/** The market knows the truth; the product never sees it. */
describe('advice against the truth', () => {
  const outside = suiteMarket(CLIENTS);
  const server = suiteServer(() => outside.address);

  beforeAll(async () => {
    await connectDemo(server.address, outside.address, () => undefined, CLIENTS, LEFT_OUT);
  });

  const truths = (at: number) => {
    const world = outside.market.clients[at] ?? juniperLoftTea;
    const sums = byCampaign(world, outside.market.eventsOf(world), DAYS);
    return new Map(
      world.campaigns.map((campaign, index) => [campaign.name, sums[index] ?? { spend: 0, clicks: 0, outcomes: 0, value: 0 }]),
    );
  };

  it.each([
    ['juniper-loft-tea', 0],
    ['northwall-climbing', 1],
  ] as const)('no supported finding on a campaign of %s is wrong, and most clear cases are found', async (client, at) => {
    const { body } = await send(server.address, 'POST', '/audit', { client, period: OCTOBER });
    // Sales in a marketplace never reach the client's own orders, and two campaigns share a name.
    const campaigns = body.findings.filter(
      (finding: { level: string; name: string; channelName: string }) =>
        finding.level === 'campaign' && finding.channelName !== 'Stallway' && finding.channelName !== 'Tern Search',
    );
    expect(campaigns.length).toBeGreaterThan(4);
    const truth = truths(at);
    let clear = 0;
    let found = 0;
    for (const finding of campaigns) {
      const { spend, outcomes, value } = truth.get(finding.name) ?? { spend: 1, outcomes: 0, value: 0 };
      const reached = at === 0 ? value / spend / 2.6 : (22 * outcomes) / spend;
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

  it('shows the money and clicks that were really there, however it is split', async () => {
    const truth = truths(0).get('JLT_search_new_gifts_uk');
    for (const inner of ['ad', 'keyword', 'device']) {
      const { body } = await compare(server.address, 'juniper-loft-tea', { period: OCTOBER, rows: ['channel', 'campaign', inner] });
      const at = body.rows.findIndex((row: { name: string }) => row.name === 'JLT_search_new_gifts_uk');
      expect(body.columns[body.metrics.indexOf('spend')].now.values[at]).toBeCloseTo(truth?.spend ?? NaN, 4);
      expect(body.columns[body.metrics.indexOf('clicks')].now.values[at]).toBe(truth?.clicks);
    }
  });

  it('finds the days on which a page had lost its tag, and no others', async () => {
    const { body } = await send(server.address, 'GET', '/clients/juniper-loft-tea/health');
    const visits = body.notes.filter((note: { kind: string }) => note.kind.startsWith('visits'));
    expect(visits).toMatchObject([
      { kind: 'visits missing', serious: true, pageName: '/sampler', days: { from: '2026-09-14', to: '2026-09-17' } },
    ]);
    expect(body.notes.filter((note: { kind: string }) => ['days missing', 'reports disagree'].includes(note.kind))).toEqual([]);
  });

  it('knows how late sales arrive', () => {
    const world = outside.market.clients[0] ?? juniperLoftTea;
    const { outcomes } = outside.market.eventsOf(world);
    const tagged = Array.from({ length: outcomes.length }, (_, row) => row).filter((row) => outcomes.get('tags', row) > 0);
    const seen = tagged
      .map((row) => ({ saleDay: outcomes.get('day', row), clickDay: outcomes.get('clickDay', row), weight: 1 }))
      .filter(({ saleDay }) => saleDay <= DAYS.to);
    // The truth: everybody who clicked long enough ago, whenever they bought.
    const old = tagged.filter((row) => outcomes.get('clickDay', row) <= DAYS.to - 60);
    const maturity = estimateMaturity(seen, DAYS.to);
    expect(maturity).toBeDefined();
    for (const age of [0, 1, 3, 7, 14, 20]) {
      const share = old.filter((row) => outcomes.get('day', row) - outcomes.get('clickDay', row) <= age).length / old.length;
      expect(Math.abs((maturity ? shareBy(maturity, age) : 0) - share)).toBeLessThan(0.03);
    }
  });
});

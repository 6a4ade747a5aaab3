import { BUILT_IN_BOOK } from '../metric/metric-book';
import { seededRandom } from '../evidence/random';
import type { ToldChange } from '../settings/told-change';
import { drawPoisson } from '../test/draw';
import { logOf, type ToldPerson } from '../test/touches';
import { orderTable } from '../test/truth';
import { type DayRow, KNOWN, LOOKED, reportOf, situationOf } from '../test/situation';
import { rehearse } from './rehearsal';
import { looking, youngDays } from './rule-look';
import { movesByRule } from './rule-moves';
import { ruleText } from './rule-text';
import type { RuleCondition, StandingRule } from './standing-rule';

const ALL_DAYS = Array.from({ length: KNOWN.to }, (_, at) => at + 1);
const TODAY = KNOWN.to + 1;

/** A day of a placement: 10 spent, so many purchases of 40 each. */
const placed = (day: number, placement: number, purchases: number, campaign = 1): DayRow => ({
  day,
  codes: { campaign, placement },
  amounts: { spend: 10, clicks: 20, 'purchase.count.claims.click': purchases, 'purchase.value.claims.click': purchases * 40 },
});
/** Five placements that bring one purchase a day each, and a sixth as `sixth` says. */
const shop = (sixth: (day: number) => number, part: Parameters<typeof situationOf>[1] = {}) =>
  situationOf(
    [reportOf(ALL_DAYS.flatMap((day) => [1, 2, 3, 4, 5, 6].map((each) => placed(day, each, each === 6 ? sixth(day) : 1))))],
    part,
  );

const when = (metric: string, test: RuleCondition['test'], than: number, scale: RuleCondition['scale'] = 'amount'): RuleCondition => ({
  ...{ metric, test, than, scale },
});
/** Spent above twice what a purchase may cost in ten days, and brought none. */
const IDLE: StandingRule = {
  ...{ of: 'placement', days: 10, where: [], then: 'exclude', every: 2 },
  all: [when('spend', 'above', 2, 'may cost'), when('purchases', 'at most', 0)],
};
const matched = (rule: StandingRule, situation = shop(() => 0)) =>
  looking(situation, rule)(TODAY).matches.map(({ name, values }) => [name, ...values]);

describe('a look by a rule', () => {
  it('tells the members of which all conditions hold over its days, with their amounts', () => {
    const { days, looked, matches } = looking(
      shop(() => 0),
      IDLE,
    )(TODAY);
    expect(days).toEqual({ from: TODAY - 10, to: TODAY - 1 });
    expect(looked).toBe(6);
    // At a ROAS of 2.5 a purchase of 40 may cost 16: 100 is above 32.
    expect(matches).toMatchObject([{ name: '6', campaignName: 'campaign 1', channelName: 'channel search', values: [100, 0] }]);
    expect(matched({ ...IDLE, all: [when('spend', 'above', 7, 'may cost')] })).toEqual([]);
    expect(matched({ ...IDLE, all: [when('spend', 'above', 6, 'may cost')] })).toHaveLength(6);
  });

  it('reads any metric, and holds where a bar is just reached only if the test says so', () => {
    expect(matched({ ...IDLE, all: [when('roas', 'at least', 4)] }).map(([name]) => name)).toEqual(['1', '2', '3', '4', '5']);
    expect(matched({ ...IDLE, all: [when('roas', 'above', 4)] })).toEqual([]);
    expect(matched({ ...IDLE, all: [when('own-that-is-gone', 'above', 0)] })).toEqual([]);
    // What is not measured meets nothing.
    expect(matched({ ...IDLE, all: [when('installs', 'at most', 0)] })).toEqual([]);
  });

  it('is of the campaigns that the rule is attached to', () => {
    const rows = ALL_DAYS.flatMap((day) => [1, 2].flatMap((campaign) => [placed(day, 5, 1, campaign), placed(day, 6, 0, campaign)]));
    const of = (name: string): StandingRule => ({
      ...IDLE,
      where: [{ dimension: 'campaign', any: [{ test: 'contains', value: name }] }],
    });
    expect(looking(situationOf([reportOf(rows)]), IDLE)(TODAY).matches).toHaveLength(2);
    expect(looking(situationOf([reportOf(rows)]), of('2'))(TODAY).matches.map(({ campaignName }) => campaignName)).toEqual(['campaign 2']);
  });

  it('leaves what is shut out already', () => {
    const blocked: ToldChange = {
      ...{ day: 200, channel: 'channel search', level: 'campaign', code: 1, field: 'blocked source' },
      ...{ oldValue: null, newValue: '6', what: null },
    };
    expect(
      matched(
        IDLE,
        shop(() => 0, { changes: [blocked] }),
      ),
    ).toEqual([]);
  });

  it('counts campaigns as the target does, of what was known on its day, and parts by claims', () => {
    // Of each day's clicks one sale is told, twenty days later; claims tell of five a day.
    const orders = ALL_DAYS.filter((click) => click + 20 <= KNOWN.to).map((click) => ({
      ...{ sale: click + 20, click, campaign: 1, group: 10, ad: 100, value: 40 },
    }));
    const base = shop(() => 0);
    const target = { metric: 'roas', value: 2.5, countedBy: 'orders', basis: 'sale', orders: 'matched', from: 0, to: 999 } as const;
    const situation = { ...base, target, tables: { ...base.tables, orders: [orderTable(orders, 1, KNOWN.to)] } };
    const all = [when('purchases', 'at least', 1)];
    const on = TODAY - 40;
    const campaigns = looking(situation, { ...IDLE, of: 'campaign', then: 'pause', all })(on);
    // Fourteen days at most are left out: of the ten before, four had been sold by then.
    expect(campaigns.days).toEqual({ from: on - 24, to: on - 15 });
    expect(campaigns.matches.map(({ values }) => values)).toEqual([[4]]);
    expect(looking(situation, { ...IDLE, all })(on).matches.map(({ values }) => values)).toEqual(Array.from({ length: 5 }, () => [10]));
  });

  it('leaves days too young: nine tenths of what comes of them must have arrived', () => {
    // Of ten purchases of each day eight come at once, and one after two and after four days.
    const orders = ALL_DAYS.filter((click) => click < KNOWN.to - 5).flatMap((click) =>
      Array.from({ length: 10 }, (_, nth) => ({
        sale: click + (nth < 8 ? 0 : nth === 8 ? 2 : 4),
        click,
        campaign: 1,
        group: 10,
        ad: 100,
        value: 40,
      })),
    );
    const late = shop(() => 0);
    const tables = { ...late.tables, orders: [orderTable(orders, 1, KNOWN.to)] };
    const situation = { ...late, tables };
    expect(youngDays(situation)).toBe(2);
    expect(looking(situation, IDLE)(TODAY).days).toEqual({ from: TODAY - 12, to: TODAY - 3 });
  });
});

describe('a rehearsal', () => {
  it('of what brings nothing: proposed once, at the first look, and its money saved since', () => {
    const { verdict, proposed, most, looks, sum } = rehearse(
      shop(() => 0),
      IDLE,
    );
    expect([verdict, most, proposed.length, looks.at(-1)?.on, looks[0]?.on]).toEqual(['helped', 1, 1, TODAY, TODAY - 84]);
    const [only] = proposed;
    expect(only).toMatchObject({ name: '6', on: TODAY - 84, after: { spend: 840, outcomes: 0, days: { from: TODAY - 84, to: KNOWN.to } } });
    // Half of the money is taken to be spent by the others, who bring 0.1 for each at an elasticity of 0.7.
    expect(sum?.spend.middle).toBeCloseTo(-420, 6);
    expect(sum?.outcomes.middle).toBeCloseTo(420 * 0.1 * 0.7, 6);
    expect(sum?.gain.middle).toBeCloseTo(420 + 420 * 0.1 * 0.7 * 16, 6);
  });

  it('says so where the rule would have hurt: what paused for some days brings much after', () => {
    const { verdict, proposed, sum } = rehearse(
      shop((day) => (day > 200 && day <= 212 ? 0 : 3)),
      IDLE,
    );
    expect(verdict).toBe('hurt');
    expect(proposed).toMatchObject([{ name: '6', on: expect.any(Number), after: { outcomes: expect.any(Number) } }]);
    expect(proposed[0]?.after?.outcomes).toBeGreaterThan(150);
    expect(sum?.gain.middle).toBeLessThan(-1000);
  });

  it('tells nothing of what was proposed within the last week, and says where nothing was', () => {
    const { verdict, proposed } = rehearse(
      shop((day) => (day > KNOWN.to - 12 ? 0 : 1)),
      IDLE,
    );
    expect([verdict, proposed.map(({ after }) => after)]).toEqual(['nothing to tell by', [null]]);
    expect(
      rehearse(
        shop(() => 1),
        IDLE,
      ).verdict,
    ).toBe('nothing proposed');
  });

  it('is not misled by choosing: of parts that are all alike those picked by chance do after as all do', () => {
    const draw = seededRandom(16);
    const rows = ALL_DAYS.flatMap((day) => Array.from({ length: 60 }, (_, at) => placed(day, at + 1, drawPoisson(draw, 0.25))));
    const { proposed } = rehearse(situationOf([reportOf(rows)]), { ...IDLE, every: 7 });
    const after = proposed.flatMap(({ after: own }) => (own ? [own] : []));
    const spend = after.reduce((all, own) => all + own.spend, 0);
    const outcomes = after.reduce((all, own) => all + own.outcomes, 0);
    expect(after.length).toBeGreaterThan(15);
    expect(Math.abs(outcomes - spend / 40) / Math.sqrt(spend / 40)).toBeLessThan(3);
  });

  it('of ads: others of the group take over, and of campaigns: all of it stops', () => {
    const rows = ALL_DAYS.flatMap((day) =>
      [1, 2, 3].map((ad) => ({
        ...placed(day, 1, ad === 3 ? 0 : 1),
        codes: { campaign: ad === 2 ? 2 : 1, group: ad === 2 ? 20 : 10, ad },
      })),
    );
    const situation = situationOf([reportOf(rows)]);
    const ads = rehearse(situation, { ...IDLE, of: 'ad', then: 'pause' });
    expect(ads.proposed.map(({ name }) => name)).toEqual(['ad 3']);
    expect(ads.sum?.spend.middle).toBeCloseTo(0, 6);
    expect(ads.sum?.outcomes.middle).toBeGreaterThan(70);
    const whole = { ...IDLE, of: 'campaign', then: 'pause', all: [when('purchases', 'at least', 1)] } as const;
    const campaigns = rehearse(situation, whole);
    expect(campaigns.proposed.map(({ name }) => name)).toEqual(['campaign 1', 'campaign 2']);
    expect(campaigns.sum?.spend.middle).toBeCloseTo(-84 * 30, 6);
    expect(rehearse(situation, { ...whole, then: 'lower budget' }).sum?.spend.middle).toBeCloseTo(-0.2 * 84 * 30, 6);
  });
});

describe('a rehearsal of campaigns', () => {
  /** The second spends as much as the first, and no sale is claimed for it. */
  const rows = ALL_DAYS.flatMap((day) =>
    [1, 2].map((campaign) => ({ ...placed(day, 1, campaign === 1 ? 3 : 0), codes: { campaign, placement: campaign } })),
  );
  const rule: StandingRule = { ...IDLE, of: 'campaign', then: 'pause' };
  const hourOf = (day: number): number => (day - 20_000) * 24;
  /** Three a day buy by the first campaign, and as many come by it and do not; who bought had met the second before, or had not. */
  const people = (hadMet: boolean): ToldPerson[] =>
    ALL_DAYS.flatMap((day) =>
      Array.from({ length: 6 }, (_, nth) => {
        const [hour, buys] = [hourOf(day) + 10, nth < 3];
        return {
          touches: [...(buys && hadMet ? [[2, hour - 5] as const] : []), [1, hour] as const],
          ...(buys ? { sold: [hour + 1] } : {}),
        };
      }),
    );
  const rehearsed = (log: ReturnType<typeof logOf> | null) => rehearse(situationOf([reportOf(rows)], { touches: () => log }), rule);

  it('counts what they begin and others finish, where the site’s log tells it', () => {
    expect(rehearsed(null)).toMatchObject({ verdict: 'helped', proposed: [{ name: 'campaign 2' }] });
    expect(rehearsed(logOf(people(false))).verdict).toBe('helped');
    const begun = rehearsed(logOf(people(true)));
    expect(begun).toMatchObject({ verdict: expect.stringMatching(/hurt|open/), proposed: [{ name: 'campaign 2' }] });
    expect(begun.sum?.outcomes.low).toBeLessThan(-100);
  });
});

describe('moves by a rule', () => {
  it('shut parts out by what they did, and say what they leave', () => {
    const { moves, left } = movesByRule(
      shop(() => 0),
      IDLE,
      [],
    );
    expect(left).toEqual([]);
    expect(moves).toMatchObject([
      {
        ...{ entity: { level: 'campaign', name: 'campaign 1' }, match: { name: '6', values: [100, 0] } },
        change: { field: 'part', dimension: 'placement', what: '6', from: 'allowed', to: 'excluded' },
      },
    ]);
    const stopped = shop(() => 0, { days: { from: LOOKED.to, to: LOOKED.to } });
    const rows = ALL_DAYS.flatMap((day) => [placed(day, 5, 1), ...(day < LOOKED.to ? [placed(day, 6, 0)] : [])]);
    const gone = movesByRule({ ...situationOf([reportOf(rows)]), days: stopped.days }, IDLE, []);
    expect(gone.moves).toEqual([]);
    expect(gone.left).toMatchObject([{ match: { name: '6' }, why: expect.stringContaining('nothing to save') }]);
  });

  it('pause campaigns, or say why not', () => {
    const rule: StandingRule = { ...IDLE, of: 'campaign', then: 'pause', all: [when('spend', 'above', 1)] };
    const untold = movesByRule(
      shop(() => 0),
      rule,
      [],
    );
    expect(untold.left).toMatchObject([{ match: { name: 'campaign 1' }, why: 'No report tells whether it runs.' }]);
    expect(
      movesByRule(
        shop(() => 0, { target: null }),
        { ...rule, all: [when('spend', 'above', 1)] },
        [],
      ).left,
    ).toMatchObject([{ why: expect.stringContaining('Without a target') }]);
  });
});

describe('a rule in words', () => {
  const style = { locale: 'en-GB', currency: 'GBP' };

  it('is a sentence, with what it is attached to', () => {
    const only = { dimension: 'campaign', any: [{ test: 'contains', value: 'uk' }] } as const;
    expect(ruleText({ ...IDLE, where: [only], every: 1 }, BUILT_IN_BOOK, style)).toBe(
      'When a placement over 10 days has spend above 2 times what one result may cost and purchases at most 0, where campaign contains “uk”: propose shutting it out of its campaign. Looked at every day.',
    );
    expect(ruleText({ ...IDLE, of: 'ad', then: 'pause', all: [when('own-gone', 'above', 1)] }, BUILT_IN_BOOK, style)).toBe(
      'When an ad over 10 days has a metric that is gone (own-gone): propose pausing it. Looked at every 2 days.',
    );
  });
});

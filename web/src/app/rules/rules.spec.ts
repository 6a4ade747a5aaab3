import type { RehearsalReply } from '@lens/contract';
import { rehearsalView } from './rehearsal-view';
import { actionChoices, lookingAt, memberChoices, ruleTemplates } from './rule-form';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
const plain = (text = ''): string => text.replace(/\u2060/g, '').replace(/\s/g, ' ');
const range = (middle: number) => ({ low: middle - 1, middle, high: middle + 1 });
const proposed = (name: string, gain: number | null, outcomes = 2): RehearsalReply['proposed'][number] => ({
  ...{ key: name, name, campaignName: 'Beds', channelName: 'Larkmail', on: 20_700, saw: 'spend £4.' },
  after:
    gain === null
      ? null
      : { days: { from: 20_700, to: 20_720 }, spend: 30, outcomes, change: { spend: range(-15), outcomes: range(-1), gain: range(gain) } },
});
const reply = (part: Partial<RehearsalReply> = {}): RehearsalReply => ({
  ...{
    text: '',
    verdict: 'helped',
    looks: 43,
    from: 20_673,
    to: 20_757,
    looked: 466,
    young: 10,
    most: 2,
    proposed: [],
    outcome: 'install',
  },
  sum: null,
  ...part,
});

describe('a rule that is written', () => {
  it('offers what reports tell, and what can be done with it', () => {
    expect(memberChoices(['sub-source', 'device']).map(({ value }) => value)).toEqual(['campaign', 'ad', 'sub-source']);
    expect(actionChoices('campaign').map(({ value }) => value)).toEqual(['pause', 'lower budget']);
    const [first] = ruleTemplates('cost-per-install', ['sub-source']);
    if (!first) throw new Error('There are templates');
    expect(first.rule).toMatchObject({ of: 'sub-source', then: 'exclude', all: [{ metric: 'spend' }, { metric: 'installs', than: 0 }] });
    expect(lookingAt(first.rule, 'ad')).toMatchObject({ of: 'ad', then: 'pause' });
    expect(lookingAt({ ...first.rule, of: 'campaign', then: 'lower budget' }, 'campaign').then).toBe('lower budget');
  });

  it('begins with rules of what the client is after: a return below one, or a cost above twice what it may be', () => {
    const last = (metric: 'roas' | 'cpa') => ruleTemplates(metric, []).at(-1)?.rule.all.at(-1);
    expect([last('roas'), last('cpa')]).toEqual([
      { metric: 'roas', test: 'below', than: 1, scale: 'amount' },
      { metric: 'cpa', test: 'above', than: 2, scale: 'may cost' },
    ]);
    expect(ruleTemplates('roas', []).map(({ rule }) => rule.of)).toEqual(['ad', 'campaign']);
  });
});

describe('a rehearsal on the screen', () => {
  it('says what would have come of it, harm first', () => {
    const all = [proposed('a', 5), proposed('late', null), proposed('b', -3), proposed('c', 9, 0)];
    const { verdict, tone, lines, rows } = rehearsalView(
      reply({ proposed: all, sum: { spend: range(-45), outcomes: range(-3), gain: range(11) } }),
      'sub-source',
      STYLE,
    );
    expect([plain(verdict), tone]).toEqual(['It would have helped: saved less lost +£11.00 (+£10.00 to +£12.00)', 'good']);
    expect(plain(lines[0])).toContain('43 looks on 8 Aug – 31 Oct 2026, the last at 466 sub-sources. Each leaves out the last 10 days');
    expect(lines[1]).toBe('It would have proposed 4 moves, at most 2 at once. Of 3 whose days after tell, 2 brought something later.');
    expect(plain(lines[2])).toContain('spend −£45.00 (−£46.00 to −£44.00), installs −3.0');
    expect(rows.map(({ name, gain }) => [name, plain(gain)])).toEqual([
      ['b', '−£3.00'],
      ['a', '+£5.00'],
      ['c', '+£9.00'],
      ['late', ''],
    ]);
  });

  it('says so where it would have hurt, proposed nothing, or had too few days', () => {
    const hurt = rehearsalView(reply({ verdict: 'hurt', sum: { spend: range(0), outcomes: range(-9), gain: range(-80) } }), 'ad', STYLE);
    expect([plain(hurt.verdict).slice(0, 18), hurt.tone]).toEqual(['It would have hurt', 'bad']);
    const none = rehearsalView(reply({ verdict: 'nothing proposed', looks: 0, from: null, to: null }), 'ad', STYLE);
    expect([none.verdict, ...none.lines]).toEqual([
      'It would have proposed nothing',
      'There are too few days to rehearse it on: it looks back on more than there are.',
    ]);
  });
});

import type { CreditReply } from '@lens/contract';
import { type CreditRule, type Figure, gap, packFigures, value } from '@lens/core';
import { creditNotes } from './credit-notes';
import { readCredit, writeCredit } from './credit-state';
import { creditView } from './credit-view';

const STYLE = { locale: 'en-GB', currency: 'GBP' };
const WORDS = { outcome: 'bookings', style: STYLE, absent: ['no campaign'] };
type Limits = readonly (readonly [number, number] | null)[];

const column = (of: string, rule: CreditRule | null, figures: readonly Figure[], limits: Limits = []): CreditReply['columns'][number] => ({
  of,
  rule,
  figures: packFigures(figures),
  limits: limits.flatMap((each, row) => (each ? [[row, each[0], each[1]] as [number, number, number]] : [])),
});
const values = (...numbers: number[]): Figure[] => numbers.map(value);

const REPLY: CreditReply = {
  rows: [
    { key: '1', names: ['Film'], kind: 'video', is: 'member' },
    { key: '2', names: [''], kind: null, is: 'member' },
    { key: 'untouched', names: [], kind: null, is: 'untouched' },
  ],
  columns: [
    column('outcomes', 'first', values(40, 10, 5), [[30, 50], [5, 16], null]),
    column('outcomes', 'last', values(4, 46, 5), [[1, 9], [40, 52], null]),
    column('outcomes', 'removal', values(20, 30, 5)),
    column('outcomes', 'shapley', [...values(-10, 60), gap('not measured')]),
    column('starts', null, [...values(0.8, 0.2), gap('not measured')]),
    column('carries', null, [...values(0.05, 0), gap('not measured')]),
    column('finishes', null, [...values(0.08, 0.92), gap('not measured')]),
    column('lost', null, [...values(12.4, 3), gap('not measured')], [[8, 17], null, null]),
    column('lost value', null, [...values(1200, 300), gap('not measured')]),
    column('lost profit', null, [...values(-200, 0), gap('not measured')], [[-300, 50], null, null]),
    column('met', null, [...values(44, 60), gap('not measured')]),
    column('spend', null, [value(500), gap('not measured'), gap('not measured')]),
    column('claims', null, [value(24), gap('not measured'), gap('not measured')]),
  ],
  beside: [[{ row: 1, outcomes: 12.2 }], [], []],
  parted: [{ row: 0, most: 'first', least: 'last' }],
  lacks: { removal: null, shapley: null },
  shapleyError: null,
  journeys: { outcomes: 55, touched: 50, value: value(5000), sold: 55, unsold: 10, unsoldWeight: 1000, touches: 120 },
  draws: 200,
  notes: {
    ...{ isOneTouch: false, isThere: true, countedBy: 'orders', covers: [{ from: 20_000, to: 20_050 }], people: 65, touches: 120 },
    ...{ onceTouched: 20, twice: 0, late: 0, future: 0, unweighted: 0, weighedTwice: 0, outcomesTwice: 0 },
    ...{ unlisted: { count: 0, value: 0 }, unknownChannel: 0, unknownShare: 0, isGuessed: false, longest: 4 },
  },
  dimensions: ['campaign'],
  actions: ['booking'],
  dataVersion: 1,
};
const STATE = readCredit(() => null);

describe('what is shown of credit', () => {
  const { rows, zero, summary, ends } = creditView(REPLY, STATE, WORDS);

  it('puts marks on one axis that all rows share, from what takes away to the most', () => {
    // From −10 to 60 and a little.
    expect(ends).toEqual(['−10', '62']);
    expect(zero).toBeCloseTo(10 / 72.4, 9);
    const first = rows[0]?.marks.find(({ rule }) => rule === 'first');
    expect([first?.at, first?.low, first?.high]).toEqual([50, 40, 60].map((each) => expect.closeTo(each / 72.4, 9)));
    expect(rows[0]?.marks.map(({ rule }) => rule)).toEqual(['last', 'first', 'removal', 'shapley', 'claims', 'lost']);
    expect(first?.spoken).toBe('First touch: 40, 30 to 50');
  });

  it('says why rules part, and what would be lost', () => {
    expect(rows[0]?.why).toBe('Starts 80% of bookings, finishes 8%: first touch credits 40, last touch credits 4.0.');
    expect(rows[0]?.lost).toBe(
      'If it had not run: about 12 bookings fewer (8.0 to 17), worth £1,200, beside £500.00 of spend. ' +
        'At the client’s margin, and without its spend, profit would be £200.00 higher (−£50.00 to £300.00). ' +
        'Of the 44 before which it was met, those who go on without it have met no campaign (12) beside it.',
    );
    expect(rows[1]?.why).toBe('');
    expect(summary).toBe('55 bookings, 5 of them without a known touch. The rules part over 1 of 2.');
  });

  it.each([
    ['shapley', 'first', 'more often than others'],
    ['removal', 'shapley', 'no more often than others'],
    ['removal', 'last', 'More would be missing'],
    ['first', 'removal', 'Less would be missing'],
  ] as const)('says of %s against %s that %s', (most, least, reason) => {
    const parted = [{ row: 0, most, least }];
    expect(creditView({ ...REPLY, parted }, STATE, WORDS).rows[0]?.why).toContain(reason);
  });

  it('calls what touches do not tell by what it is not, and keeps what has no touch apart', () => {
    expect(rows.map(({ name }) => name)).toEqual(['Film', 'no campaign', 'No known touch']);
    expect(rows[2]).toMatchObject({ marks: [], roles: null, isUntouched: true });
  });

  it('keeps all touches that are left out as a row, whatever is looked for, and says that they count', () => {
    const [film, , untouched] = REPLY.rows;
    const reply: CreditReply = { ...REPLY, rows: [film!, { key: 'others', names: [], kind: null, is: 'others' }, untouched!] };
    const view = creditView(
      reply,
      readCredit((key) => (key === 'named' ? 'film' : null)),
      WORDS,
    );
    expect(view.rows.map(({ name, isUntouched }) => [name, isUntouched])).toEqual([
      ['Film', false],
      ['Other touches', false],
      ['No known touch', true],
    ]);
    const about = { ...WORDS, period: { from: 20_000, to: 20_030 }, lookback: 30 };
    expect(creditNotes(reply, about)).toContainEqual(expect.stringContaining('the rows add up to all bookings'));
    expect(creditNotes(REPLY, about).join()).not.toContain('Other touches');
  });

  it('leaves out rules that are hidden or cannot be had, and rows of other names', () => {
    const lacking = { ...REPLY, lacks: { removal: null, shapley: 'few sold journeys' as const } };
    const view = creditView(lacking, { ...STATE, hidden: ['first'], named: 'FIL' }, WORDS);
    expect(view.rows.map(({ name }) => name)).toEqual(['Film', 'No known touch']);
    expect(view.rows[0]?.marks.map(({ rule }) => rule)).toEqual(['last', 'removal', 'claims', 'lost']);
    expect(view.heads.slice(0, 3).map(({ label }) => label)).toEqual(['Last touch', 'Equal shares', 'By time']);
  });
});

describe('what it rests on', () => {
  const about = { outcome: 'bookings', style: STYLE, period: { from: 20_020, to: 20_047 }, lookback: 30 };
  const notes = (part: Partial<CreditReply['notes']> = {}, more: Partial<CreditReply> = {}) =>
    creditNotes({ ...REPLY, ...more, notes: { ...REPLY.notes, ...part } }, about).join('\n');

  it('says how many journeys, who counted, and that the log begins too late to look so far back', () => {
    expect(notes()).toContain('From 55 journeys that ended in bookings, 10 that ended in nothing and stand for 1,000, 120 touches.');
    expect(notes()).toContain('client’s own list');
    expect(notes()).toContain('The log begins on');
    expect(notes({ covers: [{ from: 19_000, to: 20_050 }] })).not.toContain('The log begins on');
  });

  it('tells what is odd, each where there is some', () => {
    expect(notes({ isOneTouch: true })).toContain('No log of touches has come in');
    expect(
      notes({
        covers: [
          { from: 19_000, to: 20_000 },
          { from: 20_010, to: 20_050 },
        ],
      }),
    ).toContain('The log has holes');
    expect(notes({ unknownChannel: 60, unknownShare: 0.5 })).toContain('60 touches (50%) tell no channel');
    expect(notes({ isGuessed: true })).toContain('What sources mean is guessed');
    expect(notes()).toContain('20 of 65 people of the whole log have one touch alone.');
    expect(notes({ longest: 10_000 })).toContain('One person has 10,000 touches.');
    for (const odd of ['twice', 'late', 'future', 'unweighted', 'weighedTwice', 'outcomesTwice'] as const)
      expect(notes({ [odd]: 3 }).split('\n').length).toBe(notes().split('\n').length + 1);
    expect(notes({}, { lacks: { removal: 'no unsold journeys', shapley: null } })).toContain(
      'Removal needs journeys that ended in nothing',
    );
    expect(notes({}, { shapleyError: [1, 2] })).toContain('off by 2 at most');
  });
});

describe('the address of the page', () => {
  it('holds what is not as usual, and reads it again', () => {
    expect(Object.values(writeCredit(STATE)).every((each) => each === null)).toBe(true);
    const state = {
      ...STATE,
      ...{ action: 'lead', lookback: 14, views: false, direct: true, by: ['campaign', 'device'], halfLife: 3, as: 'numbers' as const },
      ...{
        where: [{ dimension: 'device', any: [{ test: 'is' as const, value: 'phone' }] }],
        measure: 'ROAS' as const,
        hidden: ['ends' as const],
        named: 'tea',
        tab: 'journeys' as const,
        containing: ['a', 'b c'],
        once: false,
      },
    };
    const written: Readonly<Record<string, string | null>> = writeCredit(state);
    expect(readCredit((key) => written[key] ?? null)).toEqual(state);
    expect(readCredit((key) => (key === 'back' ? '-4' : key === 'half' ? 'soon' : null))).toEqual(STATE);
  });
});

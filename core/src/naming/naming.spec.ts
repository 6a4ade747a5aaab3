import fc from 'fast-check';
import {
  compare,
  type Convention,
  guessConvention,
  listNames,
  nameReader,
  type Naming,
  namingProblems,
  NO_NAMING,
  partDimension,
  withNameParts,
} from '../index';
import { ask, CAMPAIGNS, figureOf, names, QUESTION, rowOf, SPLITS, tablesOf } from '../test/ask';
import { cutFeed, orderTable, type TrueRow } from '../test/truth';

const part = (name: Convention['parts'][number]['part'], words: string[] = [], optional = false) => ({ part: name, words, optional });
const CONVENTION: Convention = {
  level: 'campaign',
  separator: '_',
  parts: [
    part(null, ['JLT']),
    part(null, ['search', 'social']),
    part('stage', ['New people', 'known', 'new']),
    part('theme'),
    part('format', ['video', 'carousel'], true),
    part('place', ['uk', 'ie']),
  ],
};
const naming = (more: Partial<Naming> = {}): Naming => ({ conventions: [CONVENTION], rules: [], ...more });
const read = (name: string, of = naming()) => nameReader(of, 'campaign')!(name);

describe('reading names', () => {
  it('tells the parts, in the words of the convention', () => {
    expect(read('jlt_Social_new people_Gifts_UK')).toEqual({
      state: 'follows',
      parts: { stage: 'New people', theme: 'gifts', place: 'uk' },
      problem: '',
    });
    expect(read('JLT_social_new_sampler_carousel_uk').parts).toEqual({ stage: 'new', theme: 'sampler', format: 'carousel', place: 'uk' });
  });

  it.each([
    ['Old stock', 'It has 1 part, not 5 to 6.'],
    ['JLT_search_new_gifts_uk_t', '“t” is left over.'],
    ['JLT_search_old_gifts_uk', '“old” is no stage of part 3.'],
    ['JLT_search_new__uk', 'Its part 4 is empty.'],
    ['JLT_search_new_gifts_de', '“de” is no place of part 6.'],
  ])('says why “%s” is broken, and takes nothing from it', (name, problem) => {
    const { state, parts, problem: said } = read(name);
    expect({ state, parts }).toEqual({ state: 'broken', parts: {} });
    expect(said).toContain(problem);
  });

  it('corrects by a rule, whose parts win over those read', () => {
    const of = naming({
      rules: [
        { level: 'campaign', test: 'contains', value: 'STOCK', parts: { theme: 'clearance', stage: '' } },
        { level: 'campaign', test: 'ends with', value: '_ie', parts: { place: 'Ireland' } },
      ],
    });
    expect(read('Old stock', of)).toMatchObject({ state: 'corrected', parts: { theme: 'clearance' } });
    expect(read('JLT_search_new_gifts_ie', of)).toMatchObject({ state: 'corrected', parts: { stage: 'new', place: 'Ireland' } });
    expect(read('Anything else', of).state).toBe('broken');
  });

  it('reads back any name built by the convention', () => {
    const word = fc.stringMatching(/^[a-z]{1,6}$/);
    fc.assert(
      fc.property(
        fc.constantFrom('known', 'new'),
        word,
        fc.constantFrom('video', 'carousel', undefined),
        fc.constantFrom('uk', 'ie'),
        (stage, theme, format, place) => {
          const name = ['JLT', 'social', stage, theme, ...(format ? [format] : []), place].join('_');
          expect(read(name)).toEqual({ state: 'follows', problem: '', parts: { stage, theme, ...(format ? { format } : {}), place } });
        },
      ),
      { seed: 51 },
    );
  });

  it('says nothing of levels nobody has spoken of', () => expect(nameReader(naming(), 'ad')).toBeUndefined());
});

describe('what is wrong with a naming', () => {
  it.each<[string, Naming, string]>([
    ['a part told twice', naming({ conventions: [CONVENTION, { ...CONVENTION, level: 'ad', parts: [part('stage')] }] }), 'choose one'],
    ['a part that stands twice', naming({ conventions: [{ ...CONVENTION, parts: [part('stage'), part('stage')] }] }), 'stands twice'],
    ['no separator', naming({ conventions: [{ ...CONVENTION, separator: '' }] }), 'between the parts'],
    [
      'an optional part that could be anything',
      naming({ conventions: [{ ...CONVENTION, parts: [part('theme'), part('format', [], true)] }] }),
      'may be missing',
    ],
    ['a rule without an end', naming({ rules: [{ level: 'campaign', test: 'is', value: 'x', parts: {} }] }), 'taken for'],
    [
      'a rule that tests nothing',
      naming({ rules: [{ level: 'campaign', test: 'is', value: '', parts: { stage: 'new' } }] }),
      'compares with',
    ],
  ])('%s', (_, of, words) => expect(namingProblems(of).join()).toContain(words));

  it('nothing', () => expect([...namingProblems(naming()), ...namingProblems(NO_NAMING)]).toEqual([]));
});

describe('a guessed convention', () => {
  const NAMES = [
    'JLT_search_new_loose-leaf_uk',
    'JLT_search_customers_brand-terms_uk',
    'JLT_search_new_gifts_uk',
    'JLT_social_new_morning-ritual_video_uk',
    'JLT_social_new_sampler_carousel_uk',
    'JLT_social_known_basket-reminder_uk',
    'sponsored: tins',
    'letters, bought by the thousand',
  ];
  it('finds the separator, lists of words, what is known by its words, and the part that may be missing', () => {
    const guess = guessConvention('campaign', NAMES);
    expect(guess?.separator).toBe('_');
    expect(guess?.parts.map((each) => [each.part, each.optional])).toEqual([
      [null, false],
      [null, false],
      ['stage', false],
      [null, false],
      ['format', true],
      ['place', false],
    ]);
    expect(namingProblems({ conventions: [guess!], rules: [] })).toEqual([]);
  });
  it('guesses nothing from names without a pattern', () =>
    expect(guessConvention('campaign', ['Tea', 'All of it', 'x_y'])).toBeUndefined());
});

describe('parts as dimensions', () => {
  const NAME_OF = new Map([
    [1, 'JLT_search_new_gifts_uk'],
    [2, 'JLT_social_known_tea_uk'],
    [3, 'Old stock'],
  ]);
  const codes = new Map<string, number>();
  const codeOf = (dimension: string, value: string): number => {
    const key = `${dimension} ${value}`;
    codes.set(key, codes.get(key) ?? codes.size + 100);
    return codes.get(key)!;
  };
  const truth = CAMPAIGNS.map((campaign): TrueRow => ({
    day: 12,
    campaign,
    group: campaign,
    ad: campaign,
    device: 1,
    spend: campaign * 10,
    clicks: 1,
  }));
  const feed = cutFeed(truth, { dimensions: ['campaign'], from: 10, to: 19, campaigns: 'all' }, 1);
  const named = (more: Parameters<typeof tablesOf>[1] = {}) =>
    withNameParts(tablesOf([feed], more), naming(), (member) => NAME_OF.get(member) ?? '', codeOf);
  const tables = named();

  it('break spend down, what tells no part staying visible, and the total never moves', () => {
    const table = ask(tables, { rows: SPLITS.stage });
    const code = (word: string) => `channel:search/${partDimension('stage')}:${codeOf(partDimension('stage'), word)}`;
    expect(figureOf(table, code('new'), 'spend')).toMatchObject({ value: 10 });
    expect(figureOf(table, code('known'), 'spend')).toMatchObject({ value: 20 });
    expect(figureOf(table, 'channel:search/rest', 'spend')).toMatchObject({ value: 30 });
    expect(rowOf(table, 'channel:search/rest')?.name).toBe('Not broken down by stage in the name');
    expect(figureOf(table, 'total', 'spend')).toEqual(figureOf(ask(tables), 'total', 'spend'));
    expect(rowOf(table, `${code('new')}/campaign:1`)?.name).toBe('campaign 1');
  });

  it('answer for campaigns that orders lead to, and keep the others', () => {
    const orders = [1, 3].map((campaign) => ({ sale: 12, click: 12, campaign, value: 5 }));
    const own = named({ orders: [orderTable(orders, 10, 19)] });
    const table = compare(own, { ...QUESTION, rows: SPLITS.stage }, names, 19);
    const byCampaign = compare(own, QUESTION, names, 19);
    expect(figureOf(table, 'total', 'purchases')).toEqual(figureOf(byCampaign, 'total', 'purchases'));
    expect(figureOf(table, 'channel:search/rest', 'purchases')).toMatchObject({ value: 1 });
  });

  it('lists names by state and spend', () => {
    const listed = listNames(tables, naming(), (member) => NAME_OF.get(member) ?? '', { from: 10, to: 19 });
    expect(listed.map(({ name, state, spend }) => [name, state, spend])).toEqual([
      ['Old stock', 'broken', 30],
      ['JLT_social_known_tea_uk', 'follows', 20],
      ['JLT_search_new_gifts_uk', 'follows', 10],
    ]);
  });
});

import fc from 'fast-check';
import {
  CELL_TESTS,
  compileNumberTest,
  compileTest,
  makesParts,
  numberTestProblem,
  partOfAddress,
  shapeOf,
  shapeSample,
  type Step,
  STEP_KINDS,
  stepText,
  type TEXT_TESTS,
  testProblem,
} from '../index';

const HEADERS = ['Day', 'Name', 'Link', 'Clicks'];
const ROWS = [
  ['2026-10-01', 'JLT_search_new_brand-terms_uk', 'https://shop.example/sampler?lot=LM-1&x=2', '7'],
  ['2026-10-01', ' JLT_social_buyers_gift ', 'shop.example/', '3'],
  ['2026-10-02', 'Old stock', '', ''],
];

const shaped = (steps: Step[], rows: readonly (readonly (string | number)[])[] = ROWS) => {
  const shape = shapeOf(HEADERS, steps);
  expect(shape.problems).toEqual([]);
  return { headers: shape.headers, rows: rows.flatMap((row) => shape.apply(row).rows) };
};

describe('steps', () => {
  it('hide, call otherwise, keep what passes a test', () => {
    const { headers, rows } = shaped([
      { do: 'hide', columns: ['Link'] },
      { do: 'rename', column: 'Name', to: 'Campaign' },
      { do: 'keep', column: 'Campaign', test: 'begins with', value: 'jlt_' },
    ]);
    expect(headers).toEqual(['Day', 'Campaign', 'Clicks']);
    expect(rows.map((row) => row[2])).toEqual(['7', '3']);
  });

  it('keep rows by their numbers, and guess none', () => {
    const keep = (value: string) => ({ do: 'keep' as const, column: 'Clicks', test: 'is more than' as const, value });
    expect(shaped([keep('3')]).rows.map((row) => row[3])).toEqual(['7']);
    const shape = shapeOf(HEADERS, [keep('100')]);
    const refused = (cell: string) => shape.apply(['2026-10-01', 'x', '', cell]).problem?.message;
    expect(refused('many')).toContain('not a number');
    expect(refused('1.234')).toContain('decimals');
    expect([refused('1,234.50'), refused('0.50'), refused('--')]).toEqual([undefined, undefined, undefined]);
    expect(shapeOf(HEADERS, [keep('1,200')]).problems[0]?.message).toContain('as a number');
  });

  it('split at a text, the rest staying with the last part', () => {
    const { headers, rows } = shaped([{ do: 'split', column: 'Name', at: '_', isPattern: false, into: ['client', 'kind', 'rest'] }]);
    expect(headers.slice(4)).toEqual(['client', 'kind', 'rest']);
    expect(rows.map((row) => row.slice(4))).toEqual([
      ['JLT', 'search', 'new_brand-terms_uk'],
      ['JLT', 'social', 'buyers_gift'],
      ['Old stock', '', ''],
    ]);
  });

  it('split by the groups of a pattern; what does not fit is empty', () => {
    const { rows } = shaped([{ do: 'split', column: 'Name', at: '^\\s*JLT_([a-z]+)_(.*?)\\s*$', isPattern: true, into: ['kind', 'rest'] }]);
    expect(rows.map((row) => row.slice(4))).toEqual([
      ['search', 'new_brand-terms_uk'],
      ['social', 'buyers_gift'],
      ['', ''],
    ]);
  });

  it('take a part of an address', () => {
    const part = (text: string, ...of: [Parameters<typeof partOfAddress>[1], string?]) => partOfAddress(text, ...of);
    expect(part('https://Shop.Example:8080/a/b?x=1', 'host')).toBe('shop.example');
    expect(part('//shop.example/a', 'host')).toBe('shop.example');
    expect(part('/sampler?x=1', 'host')).toBe('');
    expect(part('/sampler?x=1', 'path')).toBe('/sampler');
    expect(part('shop.example/a?tag=spring+sale%21', 'parameter', 'tag')).toBe('spring sale!');
    expect(part('shop.example/#/cart?no=1&Tag=b', 'parameter', 'tag')).toBe('b');
    expect(part('/a?tag=%E0%A4%A', 'parameter', 'tag')).toBe('%E0%A4%A');
    expect(part('/a?b', 'parameter', 'tag')).toBe('');
  });

  it('look up in a table, and say what the table leaves open', () => {
    const table = [['old stock', 'Clearance']] as const;
    const look = (otherwise: 'keep' | 'empty') =>
      shaped([{ do: 'look up', column: 'Name', table, otherwise, to: 'Theme' }]).rows.map((row) => row[4]);
    expect(look('keep')).toEqual([ROWS[0]![1], ROWS[1]![1], 'Clearance']);
    expect(look('empty')).toEqual(['', '', 'Clearance']);
  });

  it('combine, replace, trim, change the case', () => {
    const { rows } = shaped([
      { do: 'trim', columns: ['Name'] },
      { do: 'replace', column: 'Name', find: '_', with: ' ', isPattern: false },
      { do: 'case', column: 'Name', to: 'capitals' },
      { do: 'replace', column: 'Clicks', find: '^$', with: '0', isPattern: true },
      { do: 'combine', columns: ['Name', 'Clicks'], between: ': ', to: 'Both' },
    ]);
    expect(rows.map((row) => row[4])).toEqual(['Jlt Search New Brand-Terms Uk: 7', 'Jlt Social Buyers Gift: 3', 'Old Stock: 0']);
  });

  it('puts the text of a replacement as it is written', () => {
    const { rows } = shaped([{ do: 'replace', column: 'Name', find: 'Old', with: '$&$1', isPattern: false }]);
    expect(rows[2]?.[1]).toBe('$&$1 stock');
  });

  it('keeps numbers of a spreadsheet numbers', () => {
    expect(
      shaped(
        [
          { do: 'trim', columns: HEADERS },
          { do: 'replace', column: 'Clicks', find: 'x', with: '', isPattern: false },
        ],
        [['d', 'n', '', 7.5]],
      ).rows,
    ).toEqual([['d', 'n', '', 7.5]]);
  });

  it('turns columns into rows and back', () => {
    const wide = ['Campaign', '2026-10-01', '2026-10-02'];
    const long = shapeOf(wide, [{ do: 'columns to rows', stay: ['Campaign'], name: 'Day', value: 'Spend' }]);
    expect(long.headers).toEqual(['Campaign', 'Day', 'Spend']);
    expect(long.apply(['a', '1', '2']).rows).toEqual([
      ['a', '2026-10-01', '1'],
      ['a', '2026-10-02', '2'],
    ]);
    const back = shapeOf(long.headers, [{ do: 'rows to columns', name: 'Day', value: 'Spend', names: ['2026-10-01', '2026-10-02'] }]);
    expect(back.headers).toEqual(wide);
    expect(back.apply(['a', '2026-10-02', '2']).rows).toEqual([['a', '', '2']]);
    expect(back.apply(['a', '2026-10-03', '2']).problem?.message).toContain('2026-10-03');
    expect(makesParts([{ do: 'rows to columns', name: 'Day', value: 'Spend', names: [] }])).toBe(true);
  });
});

describe('steps that cannot be done', () => {
  const problem = (step: Step) => shapeOf(HEADERS, [step]).problems[0]?.message ?? '';
  it.each<[Step, string]>([
    [{ do: 'rename', column: 'Nome', to: 'x' }, 'no column “Nome”'],
    [{ do: 'rename', column: 'Name', to: 'Day' }, 'already'],
    [{ do: 'hide', columns: HEADERS }, 'No column would be left'],
    [{ do: 'split', column: 'Name', at: '(', isPattern: true, into: ['a'] }, 'not a pattern'],
    [{ do: 'split', column: 'Name', at: '_', isPattern: false, into: ['a', 'a'] }, 'already'],
    [{ do: 'keep', column: 'Name', test: 'contains', value: ' ' }, 'compares with'],
    [{ do: 'address', column: 'Link', part: 'parameter', parameter: '', to: 'x' }, 'Name the parameter'],
    [
      {
        do: 'look up',
        column: 'Name',
        table: [
          ['A', '1'],
          ['a', '2'],
        ],
        otherwise: 'keep',
        to: 'x',
      },
      'twice',
    ],
    [{ do: 'combine', columns: ['Name'], between: '', to: 'x' }, 'two columns'],
    [{ do: 'columns to rows', stay: HEADERS, name: 'a', value: 'b' }, 'No column is left'],
    [{ do: 'rows to columns', name: 'Name', value: 'Name', names: ['x'] }, 'two columns'],
  ])('%o', (step, words) => expect(problem(step)).toContain(words));

  it('leaves the table as it is, and tells of what follows', () => {
    const shape = shapeOf(HEADERS, [
      { do: 'rename', column: 'gone', to: 'x' },
      { do: 'rename', column: 'Day', to: 'Date' },
    ]);
    expect(shape.problems.map(({ step }) => step)).toEqual([0]);
    expect(shape.headers[0]).toBe('Date');
  });
});

describe('shaping as a whole', () => {
  const name = fc.constantFrom(...HEADERS, 'x', 'y', '');
  const text = fc.string({ maxLength: 4 });
  const names = fc.array(name, { maxLength: 3 });
  const step = fc.oneof(
    fc.record({ do: fc.constant('hide' as const), columns: names }),
    fc.record({ do: fc.constant('rename' as const), column: name, to: name }),
    fc.record({ do: fc.constant('keep' as const), column: name, test: fc.constantFrom(...CELL_TESTS), value: text }),
    fc.record({ do: fc.constant('split' as const), column: name, at: text, isPattern: fc.boolean(), into: names }),
    fc.record({ do: fc.constant('combine' as const), columns: names, between: text, to: name }),
    fc.record({ do: fc.constant('replace' as const), column: name, find: text, with: text, isPattern: fc.boolean() }),
    fc.record({ do: fc.constant('columns to rows' as const), stay: names, name, value: name }),
    fc.record({ do: fc.constant('rows to columns' as const), name, value: name, names }),
  );

  it('always makes rows as wide as its headers, whose names differ', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 6 }), fc.array(fc.tuple(text, text, text, text), { maxLength: 4 }), (steps, rows) => {
        const shape = shapeOf(HEADERS, steps);
        expect(new Set(shape.headers).size).toBe(shape.headers.length);
        expect(shape.stages).toHaveLength(steps.length + 1);
        for (const row of rows) for (const made of shape.apply(row).rows) expect(made).toHaveLength(shape.headers.length);
      }),
      { seed: 41, numRuns: 500 },
    );
  });

  it('does the same step by step as all at once', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 5 }), fc.array(fc.tuple(text, text, text, text), { maxLength: 4 }), (steps, rows) => {
        const shape = shapeOf(HEADERS, steps);
        const sample = shapeSample(HEADERS, rows, steps);
        expect(sample.headers).toEqual(shape.headers);
        const fails = rows.some((row) => shape.apply(row).problem);
        if (!fails) expect(sample.rows).toEqual(rows.flatMap((row) => shape.apply(row).rows));
      }),
      { seed: 42, numRuns: 500 },
    );
  });

  it('tells what each step does', () => {
    const { effects } = shapeSample(HEADERS, ROWS, [
      { do: 'keep', column: 'Clicks', test: 'is filled', value: '' },
      { do: 'trim', columns: ['Name'] },
    ]);
    expect(effects.map(({ rowsBefore, rowsAfter, changed }) => [rowsBefore, rowsAfter, changed])).toEqual([
      [3, 2, 0],
      [2, 2, 1],
    ]);
  });

  it('says every step in words', () => {
    expect(stepText({ do: 'split', column: 'Name', at: '_', isPattern: false, into: ['a', 'b'] })).toBe(
      'Split “Name” at “_” into “a”, “b”',
    );
    expect(STEP_KINDS).toHaveLength(13);
  });
});

describe('tests of a text', () => {
  it('do not mind capitals and spaces around', () => {
    const passes = (test: (typeof TEXT_TESTS)[number], value: string, of: string) => compileTest({ test, value })(of);
    expect(passes('is', 'Wren', ' wren ')).toBe(true);
    expect(passes('contains', 'REN', 'wren-mobile')).toBe(true);
    expect(passes('ends with', '.example', 'go.wren.Example')).toBe(true);
    expect(passes('fits the pattern', '^wren\\b', 'Wren Soc. paid')).toBe(true);
    expect(passes('is empty', '', '  ')).toBe(true);
  });

  it('fulfils a test that cannot be used with nothing', () => {
    expect(testProblem({ test: 'fits the pattern', value: '(' })).toContain('pattern');
    expect(compileTest({ test: 'does not contain', value: '' })('anything')).toBe(false);
  });
});

describe('tests of a number', () => {
  const passes = (test: Parameters<typeof compileNumberTest>[0]['test'], of: string | number) =>
    compileNumberTest({ test, value: '12.5' })(of);
  it.each([
    ['is more than', '12,5', false],
    ['is at least', '12,5', true],
    ['is less than', '(3)', true],
    ['is at most', 12.5, true],
    ['is at most', '1.2K', false],
    ['is less than', 'n/a', false],
    ['is less than', '50 %', true],
  ] as const)('%s, of %s: %s', (test, of, passed) => expect(passes(test, of)).toBe(passed));

  it('needs a number', () => {
    expect(numberTestProblem({ test: 'is at least', value: '' })).toContain('is at least');
    expect(numberTestProblem({ test: 'is at least', value: '-3.5' })).toBe('');
  });
});

import { parseDay } from '../index';
import { guessMapping, mappingProblems, readFileRow } from '../test/read';

const HEADERS = ['Day', 'Campaign ID', 'Campaign', 'Ad', 'Field', 'What', 'Old value', 'New value', 'By'];
const guess = (headers: readonly string[]) =>
  guessMapping(
    headers,
    headers.map(() => []),
  );
const { mapping } = guess(HEADERS);
const row = (...cells: string[]) => readFileRow(cells, mapping, { account: 'UTC', client: 'Europe/London' });

describe('change histories', () => {
  it('are known by their headers, and a report that only has a field of its own is none', () => {
    expect(mapping.kind).toBe('changes');
    expect(mapping.columns.map(({ role }) => role)).toEqual([
      'change time',
      ...['level', 'level', 'level'],
      ...['changed field', 'change note', 'old value', 'new value', 'changed by'],
    ]);
    expect(mappingProblems(mapping, HEADERS)).toEqual([]);
    expect(guess(['Day', 'Campaign', 'Field', 'Cost']).mapping.kind).toBe('report');
    expect(guess(['Datum', 'Kampagne', 'Einstellung', 'Neuer Wert']).mapping.kind).toBe('changes');
  });

  it('tell the deepest level they name, and nothing where a cell is empty', () => {
    expect(row('2026-10-05', 'HB-1', 'gifts', '', 'daily budget', '', '60', '74.00', 'Ana')).toEqual({
      day: parseDay('2026-10-05'),
      at: '2026-10-05',
      level: 'campaign',
      memberId: 'HB-1',
      memberName: 'gifts',
      field: 'daily budget',
      oldValue: '60',
      newValue: '74.00',
      note: null,
      by: 'Ana',
    });
    expect(row('2026-10-05', 'HB-1', 'gifts', 'tin', 'status', '', '', 'paused', '')).toMatchObject({
      level: 'ad',
      memberId: null,
      memberName: 'tin',
    });
    expect(row('2026-10-05', '', '', '', '', 'card renewed', '', '', '')).toMatchObject({
      level: null,
      memberName: null,
      note: 'card renewed',
    });
  });

  it.each([
    [['soon', '', '', '', 'status', '', '', '', ''], 0],
    [['2026-10-05', 'HB-1', '', '', '', '--', '1', '2', ''], 4],
  ])('are not read where a line says not when or what: %j', (cells, column) => {
    expect(row(...cells)).toMatchObject({ column });
  });

  it('need a day, and a field or a note', () => {
    const without = (role: string) => ({
      ...mapping,
      columns: mapping.columns.map((each) => (each.role === role ? { role: 'ignore' as const } : each)),
    });
    expect(mappingProblems(without('change time'), HEADERS)).toEqual([expect.stringContaining('the day it was made')]);
    expect(mappingProblems(without('changed field'), HEADERS)).toEqual([]);
    const neither = {
      ...mapping,
      columns: mapping.columns.map((each) => (/^change(d field| note)$/.test(each.role) ? { role: 'ignore' as const } : each)),
    };
    expect(mappingProblems(neither, HEADERS)).toEqual([expect.stringContaining('map a field or a note')]);
  });
});

import { parseDay } from '../index';
import { guessMapping, mappingProblems, readFileRow } from '../test/read';

const HEADERS = ['Day', 'Journey', 'Touch', 'At', 'Kind', 'Source', 'Campaign ID', 'Device', 'Weight', 'Outcome at'];
const { mapping } = guessMapping(
  HEADERS,
  HEADERS.map((_, at) => (at === 3 ? ['2026-10-05T23:30:00-04:00'] : [])),
);
const ZONES = { account: 'UTC', client: 'Europe/London' };
const row = (...of: string[]) => readFileRow(of, mapping, ZONES);

describe('logs of touches', () => {
  it('are known by their headers', () => {
    expect(mapping.kind).toBe('journeys');
    expect(mappingProblems(mapping, HEADERS)).toEqual([]);
  });

  it('are read touch by touch, on the days of the client', () => {
    expect(row('2026-10-05', 'a1', '1', '2026-10-05T23:30:00-04:00', 'view', 'wren', 'WR-1', 'phone', '100', '')).toEqual({
      journey: 'a1',
      day: parseDay('2026-10-06'),
      at: '2026-10-05T23:30:00-04:00',
      kind: 'view',
      source: 'wren',
      tagCampaign: 'WR-1',
      weight: 100_000_000,
      outcomeDay: null,
    });
    expect(row('x', 'a1', '2', '2026-10-07T10:00:00Z', 'click', '--', '', '', '', '2026-10-08T10:00:00Z')).toMatchObject({
      kind: 'click',
      source: null,
      weight: 1_000_000,
      outcomeDay: parseDay('2026-10-08'),
    });
  });

  it.each([
    [['d', '', '1', '2026-10-05T10:00:00Z'], 1],
    [['d', 'a1', '1', 'soon'], 3],
    [['d', 'a1', '1', '2026-10-05T10:00:00Z', '', '', '', '', 'x'], 8],
    [['d', 'a1', '1', '2026-10-05T10:00:00Z', '', '', '', '', '1', 'later'], 9],
  ])('say which cell of %j is wrong', (cells, column) => expect(row(...cells)).toMatchObject({ column, message: expect.any(String) }));
});

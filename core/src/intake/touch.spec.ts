import { parseDay } from '../index';
import { guessMapping, mappingProblems, readFileRow } from '../test/read';

const HEADERS = ['Visitor', 'Touch', 'At', 'Kind', 'Source', 'Campaign ID', 'Ad ID', 'Device', 'Landing page', 'Weight', 'Value', 'Order'];
const { mapping } = guessMapping(
  HEADERS,
  HEADERS.map((_, at) => (at === 2 ? ['2026-10-05T23:30:00-04:00'] : [])),
);
const ZONES = { account: 'UTC', client: 'Europe/London' };
const row = (...of: string[]) => readFileRow(of, mapping, ZONES);
const AT = '2026-10-05T23:30:15-04:00';
const SECOND = Date.parse(AT) / 1000;

describe('logs of touches', () => {
  it('are known by their headers', () => {
    expect(mapping.kind).toBe('journeys');
    expect(mappingProblems(mapping, HEADERS)).toEqual([]);
  });

  it('are read touch by touch, on the days of the client', () => {
    expect(row('a1', '1', AT, 'view', 'wren', 'WR-1', '17', 'phone', '/tea', '100', '', '')).toEqual({
      person: 'a1',
      day: parseDay('2026-10-06'),
      moment: SECOND,
      kind: 'view',
      source: 'wren',
      tags: { campaign: 'WR-1', ad: '17', keyword: null, link: null },
      splits: { device: 'phone', 'landing page': '/tea' },
      weight: 100_000_000,
      outcome: null,
    });
    expect(row('a1', '2', '2026-10-07 10:00:00', 'click', '--', '', '', '', '', '', '', '')).toMatchObject({
      // Without an offset it is the client's own time: an hour ahead of UTC.
      moment: Date.parse('2026-10-07T09:00:00Z') / 1000,
      kind: 'click',
      source: null,
      splits: {},
      weight: null,
    });
  });

  it('tell outcomes on lines of their own, with what they were worth', () => {
    expect(row('a1', '3', AT, 'Purchase', '', '', '', '', '', '', '38.50', 'JLT-9')).toMatchObject({
      kind: null,
      outcome: { action: 'purchase', day: parseDay('2026-10-06'), moment: SECOND, value: 38_500_000, order: 'JLT-9' },
    });
  });

  it('or beside the touches that led to them', () => {
    const headers = ['Journey', 'At', 'Source', 'Outcome at', 'Outcome'];
    const beside = guessMapping(headers, [[], [AT], [], [], []]).mapping;
    expect(mappingProblems(beside, headers)).toEqual([]);
    const touch = readFileRow(['a1', AT, 'wren', '2026-10-08T10:00:00Z', 'lead'], beside, ZONES);
    expect(touch).toMatchObject({
      kind: 'click',
      outcome: { action: 'lead', day: parseDay('2026-10-08'), moment: Date.parse('2026-10-08T10:00:00Z') / 1000, value: null, order: null },
    });
    expect(readFileRow(['a1', AT, 'wren', '2026-10-08T10:00:00Z', 'dinner'], beside, ZONES)).toMatchObject({ column: 4 });
    expect(readFileRow(['a1', AT, 'wren', 'later', ''], beside, ZONES)).toMatchObject({ column: 3 });
  });

  it.each([
    [['', '1', AT, 'click', '', '', '', '', '', '', '', ''], 0],
    [['a1', '1', 'soon', 'click', '', '', '', '', '', '', '', ''], 2],
    [['a1', '1', AT, 'dinner', '', '', '', '', '', '', '', ''], 3],
    [['a1', '1', AT, 'click', '', '', '', '', '', '0', '', ''], 9],
    [['a1', '1', AT, 'click', '', '', '', '', '', 'some', '', ''], 9],
    [['a1', '1', AT, 'lead', '', '', '', '', '', '', 'much', ''], 10],
  ])('say which cell of %j is wrong', (cells, column) => expect(row(...cells)).toMatchObject({ column, message: expect.any(String) }));
});

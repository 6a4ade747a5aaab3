import { northwallClimbing } from '../../market/src/clients/northwall-climbing';
import { fetched, send, suiteServer } from './harness';
import { suiteMarket } from './market';

const ACCOUNT = 'NW-harbor-search';
const PERIOD = { from: '2026-10-03', to: '2026-10-30' };

// Replies are read loosely here; the server checks them by its own schemas.
// eslint-disable-next-line @typescript-eslint/no-explicit-any
type Loose = any;

describe('moves on their way to a channel', () => {
  const outside = suiteMarket([{ ...northwallClimbing, from: '2026-09-01' }]);
  const server = suiteServer(() => outside.address);
  let client = '';
  let connection = '';
  /** Schedules of campaigns, cut to the hours in which somebody answers. */
  let accepted: Loose[] = [];

  const ask = (method: string, path: string, body?: object): Promise<Loose> =>
    send(server.address, method, `/clients/${client}${path}`, body);
  const decide = async (part: object = {}): Promise<Loose> =>
    ask('POST', '/moves', { period: PERIOD, finding: 'hours/nobody answers', decision: 'accepted', reason: '', by: 'Ana', ...part });
  const sent = async (moves: Loose[], by = 'Ana'): Promise<Loose[]> =>
    (await ask('POST', '/moves/send', { moves: moves.map(({ id }) => id), by })).body.results;
  const standing = async (id: string): Promise<Loose> => (await ask('GET', '/moves')).body.moves.find((move: Loose) => move.id === id);
  const change = (body: object): Promise<Response> =>
    fetch(`${outside.address}/changes/harbor-search/${ACCOUNT}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });

  beforeAll(async () => {
    await send(server.address, 'PUT', '/clock', { today: '2026-10-31' });
    const made: Loose = await send(server.address, 'POST', '/clients', {
      ...{ name: 'Northwall', currency: 'USD', timeZone: 'America/Denver', locale: 'en-US', metricSet: 'leads' },
    });
    client = made.body.id;
    const connected = await ask('POST', '/connections', {
      ...{ channel: 'harbor-search', account: ACCOUNT, accountName: 'Northwall Climbing', currency: 'USD', timeZone: 'America/Denver' },
      token: await outside.token('harbor-search'),
      reports: ['ads', 'device-hours', 'settings', 'changes'].map((id) => ({ id, name: id, fields: ['Leads'] })),
      ...{ from: '2026-09-01', schedule: 'by hand' },
    });
    connection = connected.body.id;
    await fetched(server.address, client, connection);
    const hours = [{ weekdays: [0, 1, 2, 3, 4, 5, 6], opens: 6, closes: 21, from: '2026-01-01', to: '2027-12-31' }];
    await ask('PUT', '/promises', { targets: [], margins: [], budgets: [], numbers: [], hours, balances: [], rates: [], frequencies: [] });
    const decided = await decide();
    if (decided.status !== 200) throw new Error(JSON.stringify(decided.body));
    accepted = decided.body;
  });
  beforeEach(async () => {
    await outside.behave({});
    await send(server.address, 'PUT', '/leads', { leads: [] });
  });

  it('are what a finding of a check calls for, one for each campaign, and all of it or some', async () => {
    expect(accepted.map(({ entity, change: { field, to } }) => [entity.externalId, entity.accountName, field, to[0]])).toEqual(
      expect.arrayContaining([['HB-2201', 'Northwall Climbing', 'schedule', { weekdays: [0, 1, 2, 3, 4, 5, 6], opens: 6, closes: 21 }]]),
    );
    expect(await decide({ subjects: ['campaign|1|schedule|all hours|never'] })).toMatchObject({ status: 409 });
    const { body: audit }: Loose = await send(server.address, 'POST', '/audit', { client, period: PERIOD });
    const finding = audit.findings.find(({ key }: Loose) => key === 'hours/nobody answers');
    expect(finding.moves.every(({ decided }: Loose) => decided.decision === 'accepted')).toBe(true);
    const { body: again } = await decide({ subjects: [finding.moves[0].subject], by: 'Ben' });
    expect(again).toMatchObject([
      { by: 'Ben', change: finding.moves[0].change, evidence: [expect.stringContaining('nobody takes'), expect.anything()] },
    ]);
    accepted = (await ask('GET', '/moves')).body.moves;
    expect(accepted).toHaveLength(finding.moves.length);
  });

  it('wait for somebody who leads, where one is named', async () => {
    const [move] = accepted;
    expect((await ask('POST', '/moves/approve', { moves: [move.id], by: 'Ana' })).status).toBe(409);
    await send(server.address, 'PUT', '/leads', { leads: ['Ben', 'Ben', 'Cleo'] });
    expect((await ask('GET', '/moves')).body.leads).toEqual(['Ben', 'Cleo']);
    expect(await sent([move])).toEqual([{ id: move.id, outcome: 'not sent', words: 'It is to be approved by Ben or Cleo first.' }]);
    expect(await ask('POST', '/moves/approve', { moves: [move.id], by: 'Ana' })).toMatchObject({ status: 403 });
    await Promise.all(['Ben', 'Cleo'].map((by) => ask('POST', '/moves/approve', { moves: [move.id], by })));
    const { by } = (await standing(move.id)).approved;
    await ask('POST', '/moves/approve', { moves: [move.id], by: by === 'Ben' ? 'Cleo' : 'Ben' });
    expect((await standing(move.id)).approved.by).toBe(by);
  });

  it('are made once, by however many they are sent, and although the channel’s answer is lost', async () => {
    const [move] = accepted;
    await outside.behave({ lostReplies: 2 });
    const results = await Promise.all([sent([move]), sent([move], 'Ben')]);
    expect(
      results
        .flat()
        .map(({ outcome }) => outcome)
        .sort(),
    ).toEqual(['not sent', 'sent']);
    expect(await sent([move])).toMatchObject([{ outcome: 'not sent', words: expect.stringMatching(/has sent it already/) }]);
    const own = outside.market.changes.filter(({ key }) => key === move.id);
    expect(own).toMatchObject([
      { campaign: move.entity.externalId, field: 'schedule', value: `${'0'.repeat(6)}${'1'.repeat(15)}000`.repeat(7) },
    ]);
    // It is nobody's to carry out any more, cannot be forgotten, and the logbook tells of it once.
    expect((await ask('GET', '/moves')).body.accepted.moves).toBe(accepted.length - 1);
    expect((await ask('POST', '/moves/undecide', { moves: [move.id] })).status).toBe(409);
    const notes = (await ask('GET', '/notes')).body.notes.filter(({ campaign }: Loose) => campaign === move.entity.name);
    expect(notes).toMatchObject([{ text: expect.stringMatching(/^Sent to the channel: Schedule: all hours → every day 06:00–21:00\./) }]);
    expect((await ask('GET', '/change-sheet.csv')).body).not.toContain(move.entity.externalId);
  });

  it('are refused where the setting is no longer what it was, and told in the channel’s words', async () => {
    const [, move, other] = accepted;
    await change({ campaign: move.entity.externalId, field: 'schedule', value: `${'1'.repeat(23)}0` });
    const results = await sent([move, other]);
    expect(results.map(({ outcome }) => outcome)).toEqual(['refused', 'sent']);
    expect(results[0].words).toMatch(/^The channel refuses: schedule is 1{23}0 now, not /);
    expect(await standing(move.id)).toMatchObject({ sent: null, trouble: results[0].words });
    expect(outside.market.changes.some(({ key }) => key === move.id)).toBe(false);
  });

  it('are carried out once a report tells it, and taken back by the opposite change', async () => {
    const [move] = accepted;
    await fetch(`${outside.address}/clock/advance`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"days":2}',
    });
    await send(server.address, 'POST', `/connections/${connection}/refresh`);
    await fetched(server.address, client, connection);
    expect((await standing(move.id)).standing).toEqual({ state: 'done', since: '2026-10-31' });
    const { body: back } = await ask('POST', `/moves/${move.id}/back`, { by: 'Ana' });
    expect(back).toMatchObject({ change: { from: move.change.to, to: [] }, proposedBy: { kind: 'way back', move: move.id } });
    expect(back.effect.spend.middle).toBeCloseTo(-move.effect.spend.middle, 9);
    expect(await sent([back])).toMatchObject([{ outcome: 'sent' }]);
    expect(outside.market.changes.at(-1)).toMatchObject({ key: back.id, value: '1'.repeat(168) });
  });

  it('are not accepted beside another change of the same setting', async () => {
    const [waiting] = (await ask('GET', '/moves')).body.moves.filter(
      ({ sent: way, standing: { state } }: Loose) => !way && state === 'waits',
    );
    const hours = [{ weekdays: [0, 1, 2, 3, 4, 5, 6], opens: 7, closes: 20, from: '2026-01-01', to: '2027-12-31' }];
    await ask('PUT', '/promises', { targets: [], margins: [], budgets: [], numbers: [], hours, balances: [], rates: [], frequencies: [] });
    const { body: audit }: Loose = await send(server.address, 'POST', '/audit', { client, period: PERIOD });
    const { moves } = audit.findings.find(({ key }: Loose) => key === 'hours/nobody answers');
    const other = moves.find(({ entity }: Loose) => entity.member === waiting.entity.member);
    const { status, body } = await decide({ subjects: [other.subject] });
    expect([status, body.detail]).toEqual([409, expect.stringContaining('Take that back first')]);
    expect((await decide({ subjects: [other.subject], decision: 'dismissed', reason: 'The other one stands' })).status).toBe(200);
  });

  it('stay where they are while the channel does not answer', async () => {
    const { body: back } = await ask('POST', `/moves/${accepted[2].id}/back`, { by: 'Ana' });
    await outside.behave({ failEvery: 1, retryAfter: 0 });
    expect(await sent([back])).toMatchObject([{ outcome: 'failed', words: expect.stringContaining('did not') }]);
    await outside.behave({});
    expect(await sent([back])).toMatchObject([{ outcome: 'sent' }]);
  });
});

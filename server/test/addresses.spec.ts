import { send, suiteServer } from './harness';

describe('a question too long for an address', () => {
  const server = suiteServer();
  const text = new URLSearchParams({ rows: 'channel~ad', open: 'channel:wren/'.repeat(400) }).toString();

  it('is kept once under its hash, and read by it', async () => {
    const { body: first } = await send(server.address, 'POST', '/addresses', { text });
    expect(first.hash).toMatch(/^[\w-]{22}$/);
    expect((await send(server.address, 'POST', '/addresses', { text })).body).toEqual(first);
    expect((await send(server.address, 'POST', '/addresses', { text: `${text}x` })).body.hash).not.toBe(first.hash);
    expect((await send(server.address, 'GET', `/addresses/${first.hash}`)).body).toEqual({ text });
  });

  it('says so where nobody keeps it, and what a hash looks like', async () => {
    const unknown = await send(server.address, 'GET', `/addresses/${'a'.repeat(22)}`);
    expect(unknown).toMatchObject({ status: 404, body: { detail: expect.stringContaining('is not kept here') } });
    expect((await send(server.address, 'GET', '/addresses/x')).status).toBe(400);
    expect((await send(server.address, 'POST', '/addresses', { text: 'x'.repeat(500_001) })).status).toBe(400);
  });
});

import { type Ask, FairQueue, Left, NOBODY } from '../src/query/fair-queue';

/** Work that ends when the test says so. */
function controlled() {
  const begun: string[] = [];
  const ends = new Map<string, (fail?: Error) => void>();
  const ask = (key: string, asker: string, more: Partial<Ask<string>> = {}): Ask<string> => ({
    key,
    asker,
    weigh: () => 1,
    work: () => {
      begun.push(key);
      return new Promise((resolve, reject) => ends.set(key, (fail) => (fail ? reject(fail) : resolve(`answer ${key}`))));
    },
    ...more,
  });
  const turns = async (): Promise<void> => {
    for (let turn = 0; turn < 10; turn++) await Promise.resolve();
  };
  const end = async (key: string, fail?: Error): Promise<void> => {
    ends.get(key)?.(fail);
    await turns();
  };
  return { begun, ask, end };
}

describe('questions in a queue', () => {
  it('are answered in turns: one asker with many holds up another by one', async () => {
    const queue = new FairQueue(10);
    const { begun, ask, end } = controlled();
    for (const key of ['a1', 'a2', 'a3']) void queue.ask(ask(key, 'a'));
    const other = queue.ask(ask('b1', 'b'));
    for (const key of ['a1', 'a2', 'b1', 'a3']) if (begun.includes(key)) await end(key);
    expect(begun).toEqual(['a1', 'a2', 'b1', 'a3']);
    await expect(other).resolves.toBe('answer b1');
  });

  it('are handed over two at once where that is asked for, still in turns, and no more', async () => {
    const queue = new FairQueue(10, 2);
    const { begun, ask, end } = controlled();
    for (const key of ['a1', 'a2', 'a3']) void queue.ask(ask(key, 'a'));
    void queue.ask(ask('b1', 'b'));
    expect(begun).toEqual(['a1', 'a2']);
    await end('a1');
    void queue.ask(ask('a4', 'a'));
    await end('a2', new Error('failed'));
    expect(begun).toEqual(['a1', 'a2', 'a3', 'b1']);
  });

  it('that take long leave a hand for the others, and keep their turn', async () => {
    const queue = new FairQueue(10, 2);
    const { begun, ask, end } = controlled();
    for (const key of ['long 1', 'long 2']) void queue.ask(ask(key, key, { isLong: true }));
    for (const key of ['b1', 'b2']) void queue.ask(ask(key, 'b'));
    expect(begun).toEqual(['long 1', 'b1']);
    await end('b1');
    expect(begun).toEqual(['long 1', 'b1', 'b2']);
    await end('b2');
    expect(begun).toHaveLength(3);
    void queue.ask(ask('c1', 'c'));
    expect(begun).toEqual(['long 1', 'b1', 'b2', 'c1']);
    void queue.ask(ask('b3', 'b'));
    await end('long 1');
    expect(begun).toEqual(['long 1', 'b1', 'b2', 'c1', 'long 2']);
    await end('c1');
    expect(begun.at(-1)).toBe('b3');
    // With one hand alone they are answered as others are.
    const single = new FairQueue(10);
    const { begun: one, ask: asked } = controlled();
    void single.ask(asked('long', 'a', { isLong: true }));
    expect(one).toEqual(['long']);
  });

  it('behind one that its asker has left are answered all the same', async () => {
    const queue = new FairQueue(10);
    const { begun, ask, end } = controlled();
    void queue.ask(ask('b1', 'b'));
    const left = new AbortController();
    const gone = expect(queue.ask(ask('a1', 'a', { signal: left.signal }))).rejects.toThrow(Left);
    const other = queue.ask(ask('a2', 'a'));
    left.abort();
    await gone;
    await end('b1');
    await end('a2');
    expect([begun, await other]).toEqual([['b1', 'a2'], 'answer a2']);
  });

  it('come before what is only got ready, whenever that was asked', async () => {
    const queue = new FairQueue(10);
    const { begun, ask, end } = controlled();
    for (const key of ['ready 1', 'ready 2']) void queue.ask(ask(key, NOBODY));
    for (const key of ['a1', 'a2']) void queue.ask(ask(key, 'a'));
    for (const key of ['ready 1', 'a1', 'a2', 'ready 2']) if (begun.includes(key)) await end(key);
    expect(begun).toEqual(['ready 1', 'a1', 'a2', 'ready 2']);
  });

  it('that are equal are answered once, while they wait and afterwards', async () => {
    const queue = new FairQueue(10);
    const { begun, ask, end } = controlled();
    const both = [queue.ask(ask('same', 'a')), queue.ask(ask('same', 'b'))];
    await end('same');
    expect(await Promise.all(both)).toEqual(['answer same', 'answer same']);
    expect(await queue.ask(ask('same', 'c'))).toBe('answer same');
    expect(begun).toEqual(['same']);
  });

  it('are kept as long as there is room, the least recently wanted going first', async () => {
    const queue = new FairQueue(2);
    const { begun, ask, end } = controlled();
    for (const key of ['x', 'y']) {
      void queue.ask(ask(key, 'a'));
      await end(key);
    }
    await queue.ask(ask('x', 'a'));
    void queue.ask(ask('z', 'a'));
    await end('z');
    await queue.ask(ask('x', 'a'));
    void queue.ask(ask('y', 'a'));
    expect(begun).toEqual(['x', 'y', 'z', 'y']);
    await end('y');
    void queue.ask(ask('huge', 'a', { weigh: () => 3 }));
    await end('huge');
    void queue.ask(ask('huge', 'a'));
    expect(begun.slice(4)).toEqual(['huge', 'huge']);
  });

  it('that nobody waits for any more are not begun', async () => {
    const queue = new FairQueue(10);
    const { begun, ask, end } = controlled();
    const [leaving, staying] = [new AbortController(), new AbortController()];
    void queue.ask(ask('first', 'a'));
    const dropped = queue.ask(ask('dropped', 'b', { signal: leaving.signal }));
    const shared = [leaving, staying].map(({ signal }) => queue.ask(ask('shared', 'c', { signal })));
    leaving.abort();
    await expect(dropped).rejects.toBeInstanceOf(Left);
    await expect(shared[0]).rejects.toBeInstanceOf(Left);
    await end('first');
    expect(begun).toEqual(['first', 'shared']);
    await end('shared');
    await expect(shared[1]).resolves.toBe('answer shared');
    void queue.ask(ask('dropped', 'b'));
    expect(begun).toEqual(['first', 'shared', 'dropped']);
  });

  it('that are being answered are told to stop when the last asker leaves, and asked anew by the next', async () => {
    const queue = new FairQueue(10);
    const { begun, ask, end } = controlled();
    const [one, other] = [new AbortController(), new AbortController()];
    const stops: AbortSignal[] = [];
    const noting = (signal: AbortSignal): Ask<string> => {
      const asked = ask('long', 'a', { signal });
      return {
        ...asked,
        work: (stop) => {
          stops.push(stop);
          return asked.work(stop);
        },
      };
    };
    const both = [one, other].map(({ signal }) => queue.ask(noting(signal)));
    one.abort();
    await expect(both[0]).rejects.toBeInstanceOf(Left);
    expect(stops.map(({ aborted }) => aborted)).toEqual([false]);
    other.abort();
    await expect(both[1]).rejects.toBeInstanceOf(Left);
    expect(stops.map(({ aborted }) => aborted)).toEqual([true]);
    const again = queue.ask(noting(new AbortController().signal));
    await end('long', new Error('stopped'));
    expect(begun).toEqual(['long', 'long']);
    await end('long');
    await expect(again).resolves.toBe('answer long');
  });

  it('that fail are told to all who wait, kept for nobody, and hold up none', async () => {
    const queue = new FairQueue(10);
    const { begun, ask, end } = controlled();
    const both = ['a', 'b'].map((asker) => queue.ask(ask('bad', asker)));
    const next = queue.ask(ask('good', 'a'));
    const told = Promise.allSettled(both);
    await end('bad', new Error('no'));
    expect((await told).map(({ status }) => status)).toEqual(['rejected', 'rejected']);
    await end('good');
    await expect(next).resolves.toBe('answer good');
    void queue.ask(ask('bad', 'a'));
    expect(begun).toEqual(['bad', 'good', 'bad']);
  });
});

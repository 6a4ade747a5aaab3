import { keepFew } from '../index';

it('makes what is asked for again only when others have pushed it out', () => {
  const made: string[] = [];
  const of = keepFew(2, (key: string) => {
    made.push(key);
    return key === 'nothing' ? undefined : key.toUpperCase();
  });
  expect([of('a'), of('b'), of('a'), of('nothing'), of('nothing')]).toEqual(['A', 'B', 'A', undefined, undefined]);
  expect(made).toEqual(['a', 'b', 'nothing']);
  // b was asked for least lately, and is gone; a is still there.
  of('a');
  of('b');
  expect(made).toEqual(['a', 'b', 'nothing', 'b']);
});

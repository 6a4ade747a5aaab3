import fc from 'fast-check';

/** One thing done to a file: where it is done is a share of its length. */
type Damage =
  | { readonly do: 'cut'; readonly at: number }
  | { readonly do: 'drop' | 'repeat' | 'zero'; readonly at: number; readonly length: number }
  | { readonly do: 'flip'; readonly at: number; readonly bit: number }
  | { readonly do: 'put'; readonly at: number; readonly what: string };

/** Bytes that mean something to one reader or another. */
const MEANINGFUL = [
  '"',
  '\n',
  '\0',
  '\uFEFF',
  '{',
  ']',
  ',,,,',
  '\u00ff\u00fe',
  'PK\u0003\u0004',
  '\u001f\u008b',
  '&a;',
  '<!DOCTYPE x [<!ENTITY a "b">]>',
  '=cmd()',
  '9'.repeat(400),
  '"'.repeat(101),
];

// Evenly: left to itself the library prefers the ends.
const place = fc.noBias(fc.integer({ min: 0, max: 9999 })).map((part) => part / 10_000);
const length = fc.integer({ min: 1, max: 400 });
const damage: fc.Arbitrary<Damage> = fc.oneof(
  fc.record({ do: fc.constant('cut' as const), at: place }),
  fc.record({ do: fc.constantFrom('drop' as const, 'repeat' as const, 'zero' as const), at: place, length }),
  fc.record({ do: fc.constant('flip' as const), at: place, bit: fc.nat(7) }),
  fc.record({ do: fc.constant('put' as const), at: place, what: fc.constantFrom(...MEANINGFUL) }),
);
/** What is done to one file, in order. */
export const damages = fc.array(damage, { minLength: 1, maxLength: 4 });

export function damaged(content: Buffer, all: readonly Damage[]): Buffer {
  let bytes = content;
  for (const each of all) {
    const at = Math.floor(each.at * bytes.length);
    const before = bytes.subarray(0, at);
    if (each.do === 'cut') bytes = before;
    else if (each.do === 'put') bytes = Buffer.concat([before, Buffer.from(each.what, 'latin1'), bytes.subarray(at)]);
    else if (each.do === 'flip') {
      bytes = Buffer.from(bytes);
      bytes[at] = (bytes[at] ?? 0) ^ (1 << each.bit);
    } else {
      const middle = bytes.subarray(at, at + each.length);
      const instead = { drop: [], repeat: [middle, middle], zero: [Buffer.alloc(middle.length)] }[each.do];
      bytes = Buffer.concat([before, ...instead, bytes.subarray(at + each.length)]);
    }
  }
  return bytes;
}

import type Database from 'better-sqlite3';

/** Measures a row. */
const WIDTH = 5;

/** The floor: rows as typed arrays, sorted by account and day, summed by one loop that knows its question. */
export function plainLoop(db: Database.Database) {
  const names = ['day', 'account', 'campaign', 'grp', 'ad', 'device'] as const;
  const length = db.prepare('SELECT count(*) FROM row').pluck().get() as number;
  const keys = Object.fromEntries(names.map((name) => [name, new Int32Array(length)])) as Record<(typeof names)[number], Int32Array>;
  const measures = Array.from({ length: WIDTH }, () => new Float64Array(length));
  let at = 0;
  const rows = db
    .prepare(`SELECT ${names.join(', ')}, m0, m1, m2, m3, m4 FROM row`)
    .raw()
    .iterate() as IterableIterator<(number | null)[]>;
  for (const row of rows) {
    names.forEach((name, nth) => (keys[name][at] = row[nth] ?? 0));
    measures.forEach((measure, nth) => (measure[at] = row[names.length + nth] ?? 0));
    at += 1;
  }
  const accounts = runsOf(keys.account);
  const most = (name: (typeof names)[number]): number => keys[name].reduce((largest, code) => Math.max(largest, code), 0) + 1;
  const [campaigns, groups, ads, devices] = [most('campaign'), most('grp'), most('ad'), most('device')];
  const { day, campaign, grp, ad, device } = keys;
  const [m0, m1, m2, m3, m4] = measures as [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array];

  const add = (sums: Float64Array, key: number, row: number): void => {
    const own = key * WIDTH;
    sums[own] = (sums[own] as number) + (m0[row] as number);
    sums[own + 1] = (sums[own + 1] as number) + (m1[row] as number);
    sums[own + 2] = (sums[own + 2] as number) + (m2[row] as number);
    sums[own + 3] = (sums[own + 3] as number) + (m3[row] as number);
    sums[own + 4] = (sums[own + 4] as number) + (m4[row] as number);
  };
  /** The rows of an account on some days: they are sorted by day. */
  const within = (account: number, from: number, to: number): readonly [number, number] => {
    const [first, end] = accounts.get(account) ?? [0, 0];
    return [firstFrom(day, first, end, from), firstFrom(day, first, end, to + 1)];
  };
  return {
    byCampaign: (from: number, to: number): void => {
      const sums = new Float64Array(campaigns * WIDTH);
      for (const account of accounts.keys()) {
        const [first, end] = within(account, from, to);
        for (let row = first; row < end; row++) add(sums, campaign[row] as number, row);
      }
    },
    daysOf: (account: number): void => {
      const [first, end] = accounts.get(account) ?? [0, 0];
      const start = day[first] as number;
      const sums = new Float64Array(((day[end - 1] as number) - start + 1) * WIDTH);
      for (let row = first; row < end; row++) add(sums, (day[row] as number) - start, row);
    },
    groupsByDevice: (wanted: readonly number[], from: number, to: number): void => {
      const sums = new Float64Array(groups * devices * WIDTH);
      for (const account of wanted) {
        const [first, end] = within(account, from, to);
        for (let row = first; row < end; row++) add(sums, (grp[row] as number) * devices + (device[row] as number), row);
      }
    },
    campaignsByWeek: (): void => {
      const start = Math.floor((day.reduce((least, each) => Math.min(least, each), Infinity) + 3) / 7);
      const sums = new Float64Array(campaigns * 54 * WIDTH);
      for (let row = 0; row < length; row++)
        add(sums, (campaign[row] as number) * 54 + Math.floor(((day[row] as number) + 3) / 7) - start, row);
    },
    byAd: (): void => {
      const sums = new Float64Array(ads * WIDTH);
      for (let row = 0; row < length; row++) add(sums, ad[row] as number, row);
    },
  };
}

/** First row and end of each run of equal codes. */
function runsOf(codes: Int32Array): Map<number, readonly [number, number]> {
  const runs = new Map<number, readonly [number, number]>();
  for (let first = 0; first < codes.length;) {
    let end = first;
    while (end < codes.length && codes[end] === codes[first]) end += 1;
    runs.set(codes[first] as number, [first, end]);
    first = end;
  }
  return runs;
}

function firstFrom(days: Int32Array, first: number, end: number, day: number): number {
  let [low, high] = [first, end];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((days[middle] as number) < day) low = middle + 1;
    else high = middle;
  }
  return low;
}

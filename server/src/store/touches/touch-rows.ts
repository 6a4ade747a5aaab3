import { MILLIONTHS, type ToldOutcome } from '@lens/core';
import type { Db } from '../database';
import { type Cut, rowsAt } from '../rows-at';

/** How a touch is tagged, as its log writes it. */
export interface TouchTags {
  readonly source: string | null;
  readonly campaign: string | null;
  readonly ad: string | null;
  readonly keyword: string | null;
  readonly link: string | null;
}

/** The lines of logs as columns, in no order: people and tags by their places. */
export interface TouchRows {
  readonly people: number;
  /** How many people each stands for, in whole ones. */
  readonly weight: Float64Array;
  /** People of whom a touch does not say how many they stand for, and those of whom touches say different things. */
  readonly unweighted: number;
  readonly weighedTwice: number;
  readonly person: Uint32Array;
  readonly moment: Uint32Array;
  readonly day: Int32Array;
  readonly isView: Uint8Array;
  readonly tag: Uint32Array;
  readonly like: Uint32Array;
  readonly importId: Uint32Array;
  readonly tags: readonly TouchTags[];
  /** What touches were like, as JSON by dimension. */
  readonly likes: readonly string[];
  readonly outcomes: readonly ToldOutcome[];
  /** Touches written down after the outcome that they are said to have led to. */
  readonly late: number;
}

type Row = readonly [
  person: string,
  moment: number,
  day: number,
  kind: 'click' | 'view' | null,
  source: string | null,
  campaign: string | null,
  ad: string | null,
  keyword: string | null,
  link: string | null,
  splits: string,
  weight: number | null,
  outcome: string | null,
  outcomeDay: number | null,
  outcomeMoment: number | null,
  value: number | null,
  order: string | null,
  since: number,
];

/** Reads the logs of a client, one after the other: whoever is in two of them by the same id is one person. */
export function readTouches(db: Db, feeds: readonly number[], cut: Cut): TouchRows {
  const most = feeds.reduce(
    (sum, feed) =>
      sum +
      (db
        .prepare(`SELECT count(*) FROM ${rowsAt('touch_row', cut)}`)
        .pluck()
        .get({ feed }) as number),
    0,
  );
  const [person, moment, tag, like] = [0, 0, 0, 0].map(() => new Uint32Array(most)) as [Uint32Array, Uint32Array, Uint32Array, Uint32Array];
  const [day, isView, importId] = [new Int32Array(most), new Uint8Array(most), new Uint32Array(most)];
  const [people, tags, likes] = [new Numbered(), new Numbered(), new Numbered()];
  const weights = new Weights();
  const outcomes = new Map<string, ToldOutcome>();
  let [touches, late] = [0, 0];
  for (const feed of feeds)
    for (const row of rowsOf(db, feed, cut)) {
      const [id, at, on, kind, source, campaign, ad, keyword, link, splits, many, action, outcomeDay, outcomeMoment, value, order, since] =
        row;
      const who = people.of(id);
      if (action !== null && outcomeDay !== null && outcomeMoment !== null) {
        const key = `${who} ${outcomeMoment} ${action} ${order ?? ''}`;
        outcomes.set(key, {
          person: who,
          action,
          moment: outcomeMoment,
          day: outcomeDay,
          value: value ?? outcomes.get(key)?.value ?? NaN,
          count: NaN,
          importId: since,
          order,
        });
        if (at > outcomeMoment) late += 1;
      }
      if (kind === null) continue;
      weights.tell(who, many);
      person[touches] = who;
      moment[touches] = at;
      day[touches] = on;
      isView[touches] = kind === 'view' ? 1 : 0;
      tag[touches] = tags.of(JSON.stringify([source, campaign, ad, keyword, link]));
      like[touches] = likes.of(splits);
      importId[touches] = since;
      touches += 1;
    }
  return {
    people: people.all.length,
    ...weights.of(people.all.length),
    person: person.subarray(0, touches),
    moment: moment.subarray(0, touches),
    day: day.subarray(0, touches),
    isView: isView.subarray(0, touches),
    tag: tag.subarray(0, touches),
    like: like.subarray(0, touches),
    importId: importId.subarray(0, touches),
    tags: tags.all.map(tagsOf),
    likes: likes.all,
    outcomes: [...outcomes.values()],
    late,
  };
}

function rowsOf(db: Db, feed: number, cut: Cut): IterableIterator<Row> {
  return db
    .prepare<object, Row>(
      `SELECT person, moment, day, kind, source, tag_campaign, tag_ad, tag_keyword, tag_link, splits, weight, outcome, outcome_day,
         outcome_moment, value, order_id, since FROM ${rowsAt('touch_row', cut)} ORDER BY id`,
    )
    .raw()
    .iterate({ feed });
}

function tagsOf(text: string): TouchTags {
  const [source = null, campaign = null, ad = null, keyword = null, link = null] = JSON.parse(text) as (string | null)[];
  return { source, campaign, ad, keyword, link };
}

/** Numbers texts in the order in which they are met. */
class Numbered {
  readonly all: string[] = [];
  private readonly known = new Map<string, number>();

  of(text: string): number {
    let number = this.known.get(text);
    if (number === undefined) {
      number = this.all.push(text) - 1;
      this.known.set(text, number);
    }
    return number;
  }
}

/** How many people each stands for; where lines differ the fewest, as whoever has bought since stands for one alone. */
class Weights {
  private readonly told: (number | undefined)[] = [];
  private readonly silent = new Set<number>();
  private readonly differing = new Set<number>();

  tell(person: number, millionths: number | null): void {
    if (millionths === null) {
      this.silent.add(person);
      return;
    }
    const known = this.told[person];
    if (known !== undefined && known !== millionths) this.differing.add(person);
    this.told[person] = known === undefined ? millionths : Math.min(known, millionths);
  }

  of(people: number): Pick<TouchRows, 'weight' | 'unweighted' | 'weighedTwice'> {
    const weight = new Float64Array(people).fill(1);
    for (let person = 0; person < people; person++) weight[person] = (this.told[person] ?? MILLIONTHS) / MILLIONTHS;
    return { weight, unweighted: this.silent.size, weighedTwice: this.differing.size };
  }
}

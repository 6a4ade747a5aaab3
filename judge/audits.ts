import type { AuditedFinding, AuditReply, WireFinding } from '@lens/contract';
import { send } from '../server/test/harness';
import { dayOf, isoDay } from '../market/src/world/calendar';
import type { ClientWorld, WorldEvent } from '../market/src/world/spec';
import type { Figure } from './figures';

const WEEKS = 28;
/** Audits that are asked for: of every four weeks up to today. */
const MONTHS = 4;
/** Of days with less before them nobody can say what is usual; of fewer days little can be said of parts. */
const [HISTORY, PARTS] = [42, 180];
/** Days around something planted on which what it does may still be seen. */
const ECHO = 3;
/** A day on which half as many more come, or a third fewer, is unusual whatever its weekday; of less a single day need not be. */
const LARGE = Math.log(1.5);
/** What lasts longer than this is no passing event. */
const PASSING = 10;

type Other = Omit<WireFinding, 'days' | 'since'> & {
  readonly days: { readonly from: string; readonly to: string };
  readonly since: { readonly within: { readonly from: string; readonly to: string } } | null;
};

interface Planted extends Omit<WorldEvent, 'from' | 'to'> {
  readonly from: number;
  readonly to: number;
}

/** What the audits of a client say of what was planted, of words of searches and of sources. */
export interface JudgedAudits {
  /** The audits themselves, as they were answered. */
  readonly replies: readonly AuditReply[];
  readonly months: number;
  /** Events within the months, and those that the finding with the most money of its days names. */
  readonly events: readonly { readonly name: string; readonly isNamed: boolean }[];
  /** Days of passing events that were large, and those told as unusual. */
  readonly days: { readonly planted: number; readonly found: number };
  /** Findings of each check for which nothing was planted. */
  readonly falseAlarms: Readonly<Record<'steps' | 'days' | 'pages', number>>;
  readonly searches: Blame;
  readonly sources: Blame;
}

/** Bad ones that could be told and those found; good ones and those blamed. */
interface Blame {
  readonly bad: number;
  readonly found: number;
  readonly good: number;
  readonly blamed: number;
}

/** Asks for the audits of the last months and holds them against what the world knows. */
export async function judgeAudits(
  address: string,
  {
    id,
    client,
    today,
    say,
  }: { readonly id: string; readonly client: ClientWorld; readonly today: number; readonly say: (line: string) => void },
): Promise<JudgedAudits> {
  const ends = Array.from({ length: MONTHS }, (_, at) => today - 1 - at * WEEKS).filter(
    (to) => to - WEEKS + 1 - HISTORY >= dayOf(client.from),
  );
  const replies: AuditReply[] = [];
  const audits: { readonly days: { readonly from: number; readonly to: number }; readonly findings: readonly Other[] }[] = [];
  for (const to of ends) {
    const days = { from: to - WEEKS + 1, to };
    const { status, body } = await send(address, 'POST', '/audit', { client: id, period: { from: isoDay(days.from), to: isoDay(to) } });
    if (status !== 200) throw new Error(`The audit of ${client.name}: ${JSON.stringify(body).slice(0, 300)}`);
    replies.push(body as AuditReply);
    const findings = (body as AuditReply).findings.filter(
      // What is fine is no alarm, and names nothing.
      (finding: AuditedFinding) => finding.check !== 'target' && finding.group !== 'fine',
    ) as unknown as Other[];
    audits.push({ days, findings });
  }
  const planted = client.events.map(({ from, to, ...event }): Planted => ({ ...event, from: dayOf(from), to: dayOf(to) }));
  const seen = planted.filter(({ from, to }) => from >= (ends.at(-1) ?? today) - WEEKS + 1 && from < today - ECHO && to >= from);
  const told = audits.flatMap(({ findings }) => findings);
  const passing = seen.filter(
    ({ from, to, outcomes = 1, demand = 1 }) => to - from < PASSING && Math.abs(Math.log(outcomes * demand)) >= LARGE,
  );
  const oddDays = passing.flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, at) => from + at));
  const isOdd = (day: number): boolean =>
    told.some(({ check, days }) => check === 'days' && dayOf(days.from) <= day && day <= dayOf(days.to));
  const alarmsOf = (check: Other['check']): Other[] =>
    told.filter((finding) => finding.check === check && !planted.some((event) => touches(finding, event)) && !isChange(client, finding));
  const alarms = (check: Other['check']): number => {
    for (const { says } of alarmsOf(check)) say(`${client.name}, ${check}: ${says}`);
    return alarmsOf(check).length;
  };
  const newest = today - dayOf(client.from) >= PARTS ? audits[0] : undefined;
  const namedBy = (event: Planted): boolean => told.some((each) => names(each, event));
  for (const event of seen.filter((each) => !namedBy(each)))
    for (const { check, about, says } of told.filter((each) => touches(each, event)))
      say(`${client.name}, not named ${event.name}: ${check} of ${about.kind} ${says}`);
  return {
    replies,
    months: ends.length,
    events: seen.map((event) => ({ name: event.name, isNamed: namedBy(event) })),
    days: { planted: oddDays.length, found: oddDays.filter(isOdd).length },
    falseAlarms: { steps: alarms('steps'), days: alarms('days'), pages: alarms('pages') },
    searches: newest ? searchesOf(client, newest.findings) : UNTOLD,
    sources: newest ? sourcesOf(client, newest.findings) : UNTOLD,
  };
}

const UNTOLD: Blame = { bad: 0, found: 0, good: 0, blamed: 0 };

const begins = ({ days, since }: Other): readonly [number, number] =>
  since ? [dayOf(since.within.from), dayOf(since.within.to)] : [dayOf(days.from), dayOf(days.to)];

/** Whether a finding begins when an event does, or when it ends. */
function touches(finding: Other, { from, to }: Planted): boolean {
  const [first, last] = begins(finding);
  return (
    [from, to + 1].some((day) => first - ECHO <= day && day <= last + ECHO) || (first >= from && first <= Math.min(to, from + PASSING))
  );
}

/** Whether it begins when something of the campaigns was changed, or one began or ended. */
function isChange(client: ClientWorld, finding: Other): boolean {
  const [first, last] = begins(finding);
  const days = client.campaigns.flatMap(({ from, to, history = [], groups }) => [
    ...[from, to].flatMap((day) => day ?? []),
    ...history.map(({ day }) => day),
    ...groups.flatMap(({ ads, places }) => [...ads, ...places].flatMap((part) => [part.from, part.to].flatMap((day) => day ?? []))),
  ]);
  return days.some((day) => first - ECHO <= dayOf(day) && dayOf(day) <= last + ECHO);
}

/** Whether a finding is what an event does, on its day. */
function names(finding: Other, { from, to, doubleTag, lostTagPage, renames, outcomes, demand }: Planted): boolean {
  const [first, last] = begins(finding);
  const isOnDay = first <= from && from <= last;
  if (renames !== undefined) return finding.trouble === 'renamed' && finding.says.includes(renames.to) && isOnDay;
  if (doubleTag !== undefined) return finding.check === 'claims' && finding.trouble === 'again' && isOnDay;
  if (lostTagPage !== undefined) return finding.check === 'pages' && finding.about.name === lostTagPage && isOnDay;
  if (to - from < PASSING)
    return finding.check === 'days' && finding.about.kind === 'Client' && dayOf(finding.days.from) <= to && dayOf(finding.days.to) >= from;
  return (outcomes ?? demand) !== undefined && finding.check === 'steps' && isOnDay;
}

/** What whoever types this is after is not for sale. */
const WRONG: readonly string[] = ['to know', 'a job', 'for nothing'];

function searchesOf(client: ClientWorld, findings: readonly Other[]): Blame {
  const told = findings.filter(({ check }) => check === 'searches');
  const blamed = new Set(told.flatMap(({ members = [] }) => members));
  const terms = client.campaigns.flatMap(({ outcomeRate, groups, history = [] }) => {
    // What is excluded already nobody needs to be told of.
    const excluded = history.flatMap(({ field, what }) => (field === 'exclude' && what !== undefined ? [what] : []));
    return groups.flatMap(({ keywords }) =>
      keywords.flatMap((keyword) =>
        keyword.terms.map((term) => ({
          ...{ ...term, excluded },
          rate: outcomeRate * keyword.quality * term.quality,
          of: keyword.weight * term.weight,
        })),
      ),
    );
  });
  const own = client.name.toLowerCase().split(' ')[0] ?? '';
  const others = terms.filter(({ name, excluded }) => !name.toLowerCase().includes(own) && !excluded.some((words) => name.includes(words)));
  const weight = others.reduce((sum, { of }) => sum + of, 0);
  const mean = others.reduce((sum, { of, rate }) => sum + of * rate, 0) / weight;
  const bad = others.filter(({ intent }) => WRONG.includes(intent));
  // What brings less than half of what searches do is no good one, whatever its words.
  const good = others.filter(({ intent, rate }) => !WRONG.includes(intent) && rate >= mean / 2);
  return count(bad, good, ({ name }) => blamed.has(name));
}

/** How much must have been spent on a source, of what one in a hundred of its campaign's sources get, that it can be told. */
function sourcesOf(client: ClientWorld, findings: readonly Other[]): Blame {
  const blamed = new Set(findings.filter(({ check }) => check === 'sources').flatMap(({ members = [] }) => members));
  const places = client.campaigns.flatMap(({ groups }) => {
    const all = groups.flatMap((group) => group.places);
    const weight = all.reduce((sum, place) => sum + place.weight, 0);
    const mean = all.reduce((sum, place) => sum + place.weight * place.quality, 0) / weight;
    return all.map((place) => ({
      name: place.name,
      isWorthless: place.quality === 0,
      isGood: place.quality >= mean / 2,
      share: place.weight / weight,
    }));
  });
  const bad = places.filter(({ isWorthless, share }) => isWorthless && share >= LEAST_SHARE);
  return count(
    bad,
    places.filter(({ isGood }) => isGood),
    ({ name }) => blamed.has(name),
  );
}
const LEAST_SHARE = 0.01;

const count = <T>(bad: readonly T[], good: readonly T[], isBlamed: (each: T) => boolean): Blame => ({
  bad: bad.length,
  found: bad.filter(isBlamed).length,
  good: good.length,
  blamed: good.filter(isBlamed).length,
});

/** What the judge prints of the audits of all clients of a world. */
export function figuresOfAudits(judged: readonly (JudgedAudits & { readonly client: string })[]): Figure[] {
  const sum = (of: (each: JudgedAudits) => number): number => judged.reduce((all, each) => all + of(each), 0);
  const months = sum((each) => each.months);
  const share = (name: string, part: number, whole: number, bar: number | null): Figure[] =>
    whole === 0 ? [] : [{ name, value: part / whole, bar, unit: '%' }];
  const quiet = (check: 'steps' | 'days' | 'pages'): Figure[] => {
    const name = `Audit: client-months without a false alarm of ${check}`;
    return share(name, months - sum(({ falseAlarms }) => falseAlarms[check]), months, check === 'days' ? 0 : 0.9);
  };
  return [
    ...judged.flatMap(({ client, events }) =>
      events.map(({ name, isNamed }): Figure => ({
        name: `${client}: the audit names “${name}”`,
        value: isNamed ? 1 : 0,
        bar: 1,
        unit: '%',
      })),
    ),
    ...share(
      'Audit: days of large passing events found unusual',
      sum(({ days }) => days.found),
      sum(({ days }) => days.planted),
      0.95,
    ),
    ...quiet('steps'),
    ...quiet('days'),
    ...quiet('pages'),
    ...share(
      'Audit: terms of a wrong intent found',
      sum(({ searches }) => searches.found),
      sum(({ searches }) => searches.bad),
      0.9,
    ),
    ...share(
      'Audit: good terms not blamed',
      sum(({ searches }) => searches.good - searches.blamed),
      sum(({ searches }) => searches.good),
      0.98,
    ),
    ...share(
      'Audit: worthless sources (with 1 % of their campaign) found',
      sum(({ sources }) => sources.found),
      sum(({ sources }) => sources.bad),
      0.95,
    ),
    ...share(
      'Audit: good sources not blamed',
      sum(({ sources }) => sources.good - sources.blamed),
      sum(({ sources }) => sources.good),
      0.98,
    ),
  ];
}

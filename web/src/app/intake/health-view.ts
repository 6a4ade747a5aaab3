import type { Health, WireHealthNote } from '@lens/contract';
import { type DayState, formatNumber, type HealthKind, quantity, rangeText, SAME_IN_ALL, type Style } from '@lens/core';
import type { StripRun } from '../ui/day-strip';

/** A note in words: what it is, what it is worth, what to do. */
export interface NoteView {
  readonly serious: boolean;
  readonly title: string;
  readonly worth: string;
  readonly todo: string;
}

export function noteView(note: WireHealthNote, style: Style & { readonly timeZone: string }): NoteView {
  const words = WORDS[note.kind](new Facts(note, style));
  return { serious: note.serious, ...words };
}

/** The facts of a note, written for a reader. */
class Facts {
  constructor(
    readonly note: WireHealthNote,
    private readonly style: Style & { readonly timeZone: string },
  ) {}

  get days(): string {
    return rangeText(this.note.days, this.style.locale);
  }
  get where(): string {
    const { channelName, accountName } = this.note;
    return accountName === '' ? 'This client' : `${channelName} · ${accountName}`;
  }
  get money(): string {
    return this.note.money === null ? '' : formatNumber(Math.abs(this.note.money), 'money', this.style);
  }
  /** In the account's own currency. */
  get ownMoney(): string {
    return formatNumber(this.note.money ?? 0, 'money', { ...this.style, currency: this.note.currency });
  }
  get share(): string {
    return this.note.share === null ? '' : formatNumber(Math.abs(this.note.share), 'share', this.style, 0);
  }
  count(one: string, many: string): string {
    return quantity(Math.round(this.note.count ?? 0), one, many, this.style);
  }
  get clientZone(): string {
    return this.style.timeZone;
  }
}

type Words = Omit<NoteView, 'serious'>;

function differenceText({ note, money, share }: Facts): string {
  const what = note.money === null ? 'impressions' : 'spend';
  if (Math.abs(note.share ?? 1) < SAME_IN_ALL)
    return `about as ${note.money === null ? 'many' : 'much'} ${what} in all, but another number`;
  if (note.money !== null) return `${money} ${note.money > 0 ? 'more' : 'less'} ${what} (${share})`;
  return `${share} ${(note.share ?? 0) > 0 ? 'more' : 'fewer'} ${what}`;
}

const WORDS: Record<HealthKind, (facts: Facts) => Words> = {
  'days missing': (facts) => ({
    title: `${facts.note.feedName || facts.where}: ${facts.count('day is', 'days are')} missing, ${facts.days}`,
    worth:
      facts.money === '' ? 'What came in on these days is in no total.' : `About ${facts.money}, going by its other days, is in no total.`,
    todo: 'Export these days and drop the file, or fetch the channel again.',
  }),
  'lines left out': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('line', 'lines')} could not be read, ${facts.days}`,
    worth: 'What they said is in no total: the figures of these days are shown as “at least”.',
    todo: 'Correct the lines in the file, or ask for the export again, and import these days once more.',
  }),
  'reports disagree': (facts) => ({
    title: `${facts.where}: “${facts.note.feedName}” and “${facts.note.otherFeedName}” disagree`,
    worth: `“${facts.note.feedName}” has ${differenceText(facts)} on ${facts.count('day', 'days')}, ${facts.days}. Totals follow “${facts.note.otherFeedName}”; the rest is shown as “not broken down”.`,
    todo: 'Import both again for these days; a filter on one of the exports, or days of another time zone, is the usual reason.',
  }),
  'no rate': (facts) => ({
    title: `${facts.where}: no exchange rate for ${facts.note.currency}, ${facts.days}`,
    worth: `${facts.ownMoney} is in no total.`,
    todo: 'Enter a rate for these days under Targets.',
  }),
  'more not matched': (facts) => ({
    title: `“${facts.note.feedName}”: many more than before reach no campaign`,
    worth: `${facts.count('order', 'orders')}${facts.money === '' ? '' : ` worth ${facts.money}`}, ${facts.share} of all, ${facts.days}.`,
    todo: 'Look whether a landing page or a campaign lost its tags.',
  }),
  'not matched': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('one reaches', 'reach')} no campaign, ${facts.days}`,
    worth: `${facts.share} of all${facts.money === '' ? '' : `, ${facts.money}`}, shown as “not matched”. Unpaid visits are among them.`,
    todo: 'No more than in the time before: nothing to do.',
  }),
  'orders twice': (facts) => ({
    title: `${facts.count('order stands', 'orders stand')} in two feeds under one id, ${facts.days}`,
    worth: `${facts.money} is counted twice.`,
    todo: 'Take the import of one of the two feeds back.',
  }),
  'outcomes without value': (facts) => ({
    title: `${facts.where}, “${facts.note.feedName}”: ${facts.count('outcome has', 'outcomes have')} no value`,
    worth: `${facts.share} of those it counts, ${facts.days}. Their value is missing from ROAS.`,
    todo: 'Look whether the channel’s tag sends the value.',
  }),
  'visits missing': (facts) => ({
    title: `${facts.note.pageName}: clicks lead there, but hardly a visit is counted, ${facts.days}`,
    worth: `${facts.count('click', 'clicks')} that cost ${facts.money} brought ${facts.share} of the visits they usually do.`,
    todo: 'See whether the page has lost its tag: its orders carry no tags either.',
  }),
  'visits twice': (facts) => ({
    title: `${facts.note.pageName}: far more visits than its clicks explain, ${facts.days}`,
    worth: `${facts.count('click', 'clicks')} that cost ${facts.money} brought ${facts.share} of the visits they usually do.`,
    todo: 'See whether the page counts each visit twice.',
  }),
  'no outcomes': (facts) => ({
    title: `${facts.where}: spend, but nothing that tells what it brings`,
    worth: `${facts.money} spent, ${facts.days}.`,
    todo: 'Import a report with outcomes, or see that its links carry tags that orders keep.',
  }),
  'other zone': (facts) => ({
    title: `${facts.where}: its days are those of ${facts.note.timeZone}`,
    worth: `The client’s are those of ${facts.clientZone}: the edges of a period differ by some hours.`,
    todo: 'Nothing to do. Hours are shown in the client’s zone.',
  }),
  'claimed again': (facts) => ({
    title: `${facts.note.channelName}: ${facts.count('order is', 'orders are')} claimed more than once, ${facts.days}`,
    worth: `${facts.share} of what it claims in its list${facts.money === '' ? '' : `, ${facts.money}`}. Its claims, and what is measured against them, are too high; orders are not.`,
    todo: 'See whether its tag fires twice. Order by order: Attribution › Claims against orders.',
  }),
  'touches late': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('touch lies', 'touches lie')} after the outcome it led to`,
    worth: `${facts.share} of its touches. They begin the next journey, and are credited with nothing of this one.`,
    todo: 'See whether the clocks of the log are right.',
  }),
  'touches in the future': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('touch lies', 'touches lie')} in the future`,
    worth: `${facts.share} of its touches.`,
    todo: 'See whether the clocks of the log, and the order of day and month, are right.',
  }),
  'outcomes in two journeys': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('outcome stands', 'outcomes stand')} in two journeys`,
    worth: 'The earlier one has it, so that nothing counts twice.',
    todo: 'See whether one person has two ids in the log.',
  }),
  'outcomes on no list': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('outcome is', 'outcomes are')} on no list of the client`,
    worth: `${facts.money === '' ? 'They are' : `Worth ${facts.money}, and`} left out: the list counts.`,
    todo: 'See whether the list covers their days, and writes their numbers alike.',
  }),
  'touches without a channel': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('touch tells', 'touches tell')} no channel`,
    worth: `${facts.share} of its touches. They are credited, but to nobody by name.`,
    todo: 'Say what their sources mean under Sources.',
  }),
  'weights missing': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('person does', 'people do')} not say how many they stand for`,
    worth: `${facts.share} of its people: each counts as one.`,
    todo: 'If the log is a sample, export it with its weights.',
  }),
  'weights differ': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('person stands', 'people stand')} for different numbers on different lines`,
    worth: `${facts.share} of its people: the smallest counts.`,
    todo: 'Nothing to do where people were sampled again after they had bought.',
  }),
  'touches twice': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('touch was', 'touches were')} written down twice`,
    worth: `${facts.share} of its touches: each counts once.`,
    todo: 'Nothing to do.',
  }),
  'touched once': (facts) => ({
    title: `“${facts.note.feedName}”: ${facts.count('person has', 'people have')} one touch alone`,
    worth: `${facts.share} of its people. Of these all rules say the same.`,
    todo: 'Nothing to do, unless the log forgets people between their visits.',
  }),
};

const STATE_WORDS: Record<Exclude<DayState, 'not expected' | 'arrived'>, string> = {
  missing: 'missing',
  nothing: 'covered without a row, so 0,',
  restated: 'changed by a later import',
  'in conflict': 'in conflict with another report',
  open: 'not ended yet',
};

/** The days of a feed as a strip, with the same in words. */
export function stripOf(
  runs: Health['feeds'][number]['runs'],
  range: Health['range'],
  locale: string,
): { runs: StripRun[]; label: string } {
  const said = runs.flatMap(({ state, from, to }) =>
    state === 'not expected' || state === 'arrived'
      ? []
      : [`${STATE_WORDS[state]} ${rangeText({ from: range.from + from, to: range.from + to }, locale)}`],
  );
  const label = said.length > 0 ? `Days ${rangeText(range, locale)}: ${said.join('; ')}` : `Days ${rangeText(range, locale)}: all there`;
  return { runs: runs.map(({ state, from, to }) => ({ look: state.replace(' ', '-'), from, to })), label };
}

import { accountKept, minuteIn } from '../world/account';
import { dayOf, holds, isoDay, weekday } from '../world/calendar';
import type { Ad, Campaign, ClientWorld } from '../world/spec';

/** A change somebody asked a channel for. Days are whole days: it holds from the day on. */
export interface Change {
  readonly day: number;
  readonly campaign: string;
  readonly by: string;
  readonly field: ChangeField;
  /** What within the campaign: an ad's id, a place, words of searches, a device; empty for the campaign itself. */
  readonly what: string;
  readonly value: string;
  /** The same for the same change asked again. */
  readonly key?: string | undefined;
}

export const CHANGE_FIELDS = [
  'daily budget',
  'bid',
  'status',
  'ad status',
  'bid adjustment',
  'schedule',
  'block',
  'exclude',
  'ends',
] as const;
export type ChangeField = (typeof CHANGE_FIELDS)[number];
const NARROWING: ReadonlySet<ChangeField> = new Set(['bid adjustment', 'schedule', 'block', 'exclude']);

/** What has no end ends on no day that is lived. */
const LAST_DAY = '9999-12-31';

/** What a campaign is set to on a day. */
export interface CampaignSettings {
  readonly running: boolean;
  readonly budget: number;
  readonly bid: number;
}

/** Answers what was set on a day: the world's own history with the changes made since. */
export class Settings {
  private readonly changes = new Map<string, Change[]>();
  /** Words that were ever excluded, by campaign. */
  private readonly exclusions = new Map<string, Set<string>>();
  /** Campaigns that not everybody is shown alike: asked of every meeting of every person. */
  private readonly narrowed: ReadonlySet<string>;

  constructor(
    private readonly world: ClientWorld,
    readonly made: readonly Change[],
  ) {
    const own = world.campaigns.flatMap(({ id, history = [] }) =>
      history.map(({ day, field, what = '', value, by }): Change => ({
        ...{ day: dayOf(day), campaign: id, by, field, what, value: String(value) },
      })),
    );
    const all = [...own, ...made].sort((a, b) => a.day - b.day);
    this.narrowed = new Set(all.filter(({ field }) => NARROWING.has(field)).map(({ campaign }) => campaign));
    for (const change of all) {
      const key = keyOf(change.campaign, change.field, change.what);
      this.changes.set(key, [...(this.changes.get(key) ?? []), change]);
      if (change.field === 'exclude')
        this.exclusions.set(change.campaign, (this.exclusions.get(change.campaign) ?? new Set()).add(change.what));
    }
  }

  of(campaign: Campaign, day: number): CampaignSettings {
    const changed = (field: ChangeField): string | undefined => this.latest(campaign.id, field, '', day);
    return {
      running: holds(campaign, day) && changed('status') !== 'paused' && isoDay(day) <= (changed('ends') ?? LAST_DAY),
      budget: Number(changed('daily budget') ?? campaign.budget),
      bid: Number(changed('bid') ?? campaign.bid),
    };
  }

  adRuns(campaign: Campaign, ad: Ad, day: number): boolean {
    return holds(ad, day) && this.latest(campaign.id, 'ad status', ad.id, day) !== 'paused';
  }

  /** Share of the usual chance that is left for a device, hour, place and search term after adjustments and blocks. */
  allows(campaign: Campaign, day: number, of: { device: string; hour: number; place: string; term: string }): number {
    if (!this.narrowed.has(campaign.id)) return 1;
    const is = (field: ChangeField, what: string): string | undefined => this.latest(campaign.id, field, what, day);
    if (is('block', of.place) === 'blocked') return 0;
    for (const words of this.exclusions.get(campaign.id) ?? [])
      if (holdsWords(of.term, words) && is('exclude', words) === 'excluded') return 0;
    const hours = is('schedule', '');
    if (hours !== undefined && hours[this.placeIn(hours, campaign, day, of.hour)] === '0') return 0;
    return Math.max(0, 1 + Number(is('bid adjustment', of.device) ?? 0));
  }

  /** What a field is set to on a day. */
  now(campaign: Campaign, field: ChangeField, what: string, day: number): string {
    const own = this.latest(campaign.id, field, what, day);
    if (own !== undefined) return own;
    switch (field) {
      case 'daily budget':
        return String(campaign.budget);
      case 'bid':
        return String(campaign.bid);
      case 'bid adjustment':
        return '0';
      case 'schedule':
        return '1'.repeat(24);
      case 'ends':
        return LAST_DAY;
      case 'status':
      case 'ad status':
        return 'enabled';
      case 'block':
      case 'exclude':
        return 'allowed';
    }
  }

  /** Where an hour of the client's day stands in a schedule, which is on the clock of the account. */
  private placeIn(hours: string, { channel }: Campaign, day: number, hour: number): number {
    const at = minuteIn(accountKept(this.world, channel).zone, this.world, day, hour * 60);
    const ofDay = Math.floor(at.minute / 60);
    return hours.length === 24 ? ofDay : weekday(at.day) * 24 + ofDay;
  }

  history(campaign: string): Change[] {
    return [...this.changes.values()].flat().filter((change) => change.campaign === campaign);
  }

  private latest(campaign: string, field: ChangeField, what: string, day: number): string | undefined {
    return this.changes.get(keyOf(campaign, field, what))?.findLast((change) => change.day <= day)?.value;
  }
}

/** Whether words stand in a search, one beside the other; in brackets they are all of it. */
const holdsWords = (search: string, words: string): boolean => `[${search}]` === words || ` ${search} `.includes(` ${words} `);

const keyOf = (campaign: string, field: string, what: string): string => `${campaign}\n${field}\n${what}`;

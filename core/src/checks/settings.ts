import { median } from 'simple-statistics';
import { quantity } from '../figure/text';
import type { Member } from '../compare/member';
import { groupBy } from '../list/group-by';
import { settingKey, settingsOf } from '../settings/settings-of';
import { aboutCampaign, type Built, settingFinding } from './built';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { renamedFindings } from './renamed';
import { endlessFinding, outsideFinding } from './schedules';
import { channelName, read, type Read, type Situation } from './situation';
import { Words } from './words';

/** Days before the last within which what ran is known. */
const KNOWN = 28;
/** A budget so many times smaller than what its siblings usually have was mistyped. */
const MISTYPED = 50;
/** A budget of which a day never took more than this share does not bind. */
const UNUSED = 0.5;

/**
 * How campaigns are set: those in which no ad runs or one alone in a group, budgets that were mistyped or never bind, schedules
 * that run while nobody answers, and no end.
 */
export function checkSettings(situation: Situation): Looked {
  const { days, tables, style } = situation;
  const known = { from: days.to - KNOWN + 1, to: days.to };
  const [running, budgets] = [settingsOf(tables, 'running', known), settingsOf(tables, 'daily budget', known)];
  if (running.size === 0 && budgets.size === 0 && situation.changes.length === 0)
    return lacking('settings', 'no report tells what is set. A report of settings or a change history would; fetch one under Intake');
  const answered = read(situation, ['spend'], { rows: ['channel', 'campaign', 'group', 'ad'], period: known });
  const below = groupBy(
    answered.members.filter(({ kind }) => kind === 'member'),
    ({ parent }) => parent ?? '',
  );
  const stateOf = (level: string, code: Member['code']): boolean | undefined => {
    const setting = running.get(settingKey(level, code ?? ''));
    return setting && setting.value > 0;
  };
  const built = answered.members
    .filter(({ level, kind }) => level === 'campaign' && kind === 'member')
    .map((campaign): Built => ({
      campaign,
      channel: channelName(situation, campaign),
      isRunning: stateOf('campaign', campaign.code) !== false,
      budget: budgets.get(settingKey('campaign', campaign.code ?? ''))?.value,
      groups: (below.get(campaign.key) ?? []).map(({ key, name }) => ({
        name,
        ads: (below.get(key) ?? []).map(({ code }) => stateOf('ad', code)),
      })),
    }));
  const findings = [
    ...darkFindings(situation, built),
    ...loneFinding(situation, built),
    ...mistypedFindings(situation, built),
    ...unusedFinding(situation, built, answered),
    ...outsideFinding(situation, built),
    ...endlessFinding(situation, built),
    ...renamedFindings(situation, built),
  ];
  return { check: 'settings', looked: quantity(built.length, 'campaign', 'campaigns', style), findings, lacks: '' };
}

/** Campaigns that run and have no ad that does. */
const darkFindings = (situation: Situation, built: readonly Built[]): OtherFinding[] =>
  built
    .filter(
      ({ isRunning, groups }) =>
        isRunning && groups.some(({ ads }) => ads.includes(false)) && groups.every(({ ads }) => ads.every((runs) => runs === false)),
    )
    .map((own) =>
      settingFinding(situation, {
        trouble: 'no ad runs',
        key: findingKey('settings', 'no ad runs', own.campaign.key),
        about: aboutCampaign(own),
        group: 'held back',
        says: `${own.campaign.name} is on, and every ad in it is paused.`,
        advice: 'Switch an ad on, or the campaign off.',
      }),
    );

/** Groups with one ad that runs: nothing can be told against anything. */
function loneFinding(situation: Situation, built: readonly Built[]): OtherFinding[] {
  const lone = built.flatMap(({ campaign, channel, isRunning, groups }) =>
    isRunning
      ? groups
          .filter(({ ads }) => ads.filter((runs) => runs !== false).length === 1 && ads.some((runs) => runs !== undefined))
          .map(({ name }) => ({ name, campaign: campaign.name, channel }))
      : [],
  );
  if (lone.length === 0) return [];
  return [
    settingFinding(situation, {
      trouble: 'one ad',
      key: findingKey('settings', 'one ad'),
      about: { kind: 'Groups', name: 'One ad alone', path: [] },
      says: `${quantity(lone.length, 'group has', 'groups have', situation.style)} one ad that runs: there is nothing to tell it against, and nothing to show in its place when it wears.`,
      advice: 'Add a second ad where the group spends much.',
      picture: {
        kind: 'table',
        title: 'Groups with one ad',
        heads: ['group', 'campaign', 'channel'],
        rows: lone.map(({ name, campaign, channel }) => [name, campaign, channel]),
      },
      members: lone.map(({ name }) => name),
    }),
  ];
}

/** Budgets that are a fiftieth of what others of the channel have. */
function mistypedFindings(situation: Situation, built: readonly Built[]): OtherFinding[] {
  const words = new Words(situation.style);
  return [
    ...groupBy(
      built.filter(({ isRunning, budget }) => isRunning && (budget ?? 0) > 0),
      ({ channel }) => channel,
    ).values(),
  ].flatMap((own) => {
    const usual = median(own.map(({ budget }) => budget ?? 0));
    if (own.length < 3) return [];
    return own
      .filter(({ budget }) => (budget ?? 0) * MISTYPED <= usual)
      .map((each) =>
        settingFinding(situation, {
          trouble: 'budget mistyped',
          key: findingKey('settings', 'budget mistyped', each.campaign.key),
          about: aboutCampaign(each),
          group: 'held back',
          says: `${each.campaign.name} may spend ${words.money(each.budget ?? 0)} a day, where campaigns of ${each.channel} usually may spend ${words.money(usual)}.`,
          advice: 'See whether the point stands in the right place.',
        }),
      );
  });
}

/** Budgets that no day came near to: they hold nothing back, and a mistake in a bid would meet no stop. */
function unusedFinding(situation: Situation, built: readonly Built[], answered: Read): OtherFinding[] {
  const words = new Words(situation.style);
  const { days } = situation;
  const daily = read(situation, ['spend'], {
    rows: ['channel', 'campaign'],
    buckets: Array.from({ length: KNOWN }, (_, at) => ({ from: days.to - KNOWN + 1 + at, to: days.to - KNOWN + 1 + at })),
    period: { from: days.to - KNOWN + 1, to: days.to },
  });
  const most = new Map(
    daily.members.map((member) => [
      member.key,
      Math.max(...Array.from({ length: KNOWN }, (_, at) => daily.value(member, 'spend', at) ?? 0)),
    ]),
  );
  const unused = built.flatMap((own) => {
    const highest = most.get(own.campaign.key) ?? 0;
    const spends = (answered.value(own.campaign, 'spend') ?? 0) > 0;
    return own.isRunning && spends && own.budget !== undefined && highest > 0 && highest <= UNUSED * own.budget
      ? [{ ...own, highest, budget: own.budget }]
      : [];
  });
  if (unused.length === 0) return [];
  return [
    settingFinding(situation, {
      trouble: 'budget never binds',
      key: findingKey('settings', 'budget never binds'),
      about: { kind: 'Campaigns', name: 'Budgets that never bind', path: [] },
      group: 'fine',
      says: `${quantity(unused.length, 'campaign', 'campaigns', situation.style)} never spent half of the daily budget in the last ${KNOWN} days: there the bid or the demand is what limits, and a higher budget would bring nothing.`,
      advice: 'Set the budget nearer to what it spends, so that a mistake meets a stop.',
      picture: {
        kind: 'table',
        title: 'Budgets that never bind',
        heads: ['campaign', 'daily budget', 'most spent on a day'],
        rows: unused.map(({ campaign, budget, highest }) => [campaign.name, words.money(budget), words.money(highest)]),
      },
      members: unused.map(({ campaign }) => campaign.name),
    }),
  ];
}

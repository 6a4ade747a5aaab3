import { compileTest, foldText, type TextTest, testProblem } from '../text/text-test';

/** Kinds of places where traffic is bought or listed. */
const TRAFFIC_KINDS = ['search', 'social', 'video', 'display', 'marketplace', 'native', 'e-mail', 'redirect', 'local listing'] as const;

/** What kind of place an account can be in: one where traffic is bought or listed, the site's own analytics, or a list of orders. */
export const CHANNEL_KINDS = [...TRAFFIC_KINDS, 'site', 'orders'] as const;
export type ChannelKind = (typeof CHANNEL_KINDS)[number];

/** Whether nobody pays for what such a channel brings. */
export const isUnpaidKind = (kind: ChannelKind): boolean => kind === 'local listing';

/** What kind of place a visit can come from. */
export const SOURCE_KINDS = [...TRAFFIC_KINDS, 'organic', 'direct', 'other site'] as const;
export type SourceKind = (typeof SOURCE_KINDS)[number];

/** Spellings that pass a test mean this channel. */
export interface SourceRule extends TextTest {
  readonly channel: string;
  readonly kind: SourceKind;
}

/** Where the visits of one client come from: the first rule that fits a spelling sorts it. */
export interface SourceRules {
  readonly rules: readonly SourceRule[];
}

export const NO_SOURCES: SourceRules = { rules: [] };

/** What is wrong with the rules, in words; empty when they can be used. */
export const sourceProblems = ({ rules }: SourceRules): string[] =>
  rules.flatMap((rule, at) => {
    const problem = testProblem(rule) || (rule.channel.trim() === '' ? 'Name the channel it means.' : '');
    return problem === '' ? [] : [`Rule ${at + 1}: ${problem}`];
  });

/** Makes rules ready for many spellings: the place of the rule that sorts one, or -1 where none does. */
export function sourceSorter({ rules }: SourceRules): (spelling: string) => number {
  const tests = rules.map(compileTest);
  return (spelling) => tests.findIndex((passes) => passes(spelling));
}

/** Words that say nothing about one channel. */
const COMMON = new Set(['search', 'social', 'video', 'display', 'network', 'ads', 'media', 'the']);

/** Rules to begin with: what contains the first telling word of a channel's name is that channel; direct and organic visits say so. */
export function guessSourceRules(channels: readonly { readonly name: string; readonly kind: string }[]): SourceRule[] {
  const named = channels.flatMap(({ name, kind }): SourceRule[] => {
    const own = SOURCE_KINDS.find((each) => each === kind);
    const word = foldText(name)
      .split(/[^\p{L}\p{N}]+/u)
      .find((each) => each.length > 2 && !COMMON.has(each));
    return own && word !== undefined ? [{ test: 'contains', value: word, channel: name, kind: own }] : [];
  });
  return [
    ...named,
    { test: 'contains', value: 'organic', channel: 'Organic search', kind: 'organic' },
    { test: 'contains', value: 'direct', channel: 'Direct', kind: 'direct' },
  ];
}

import type { Account } from '@lens/contract';
import { type Coding, guessSourceRules, type Joining, NONE, type Naming, type SourceRules, sourceSorter } from '@lens/core';
import { memberJoiner } from '../load-orders';
import type { Members } from '../members';
import type { SplitDictionary } from '../splits';
import type { TouchTags } from './touch-rows';

/** What touches' tags are led by. */
export interface TouchLeading {
  readonly accounts: readonly Account[];
  readonly members: Members;
  readonly naming: Naming;
  readonly sources: SourceRules;
  readonly splits: SplitDictionary;
}

/** Where touches lead, by the place of their tags. */
export interface TouchPaths {
  readonly codes: ReadonlyMap<string, Coding>;
  readonly isDirect: Uint8Array;
  /** Tags that lead to the same, whatever they are spelled like, have the same number. */
  readonly alike: Uint32Array;
}

const BY_AD: Joining = {
  keys: [
    { tag: 'ad', level: 'ad', by: 'id or name', part: null },
    { tag: 'campaign', level: 'campaign', by: 'id or name', part: null },
  ],
  several: 'refuse',
};
const BY_KEYWORD: Joining = { keys: [{ tag: 'keyword', level: 'keyword', by: 'id or name', part: null }], several: 'refuse' };
const MEMBER_LEVELS = ['campaign', 'group', 'ad', 'keyword'] as const;
const OWN = ['channel kind', 'channel', 'account'] as const;

/**
 * Leads tags to members and channels: by the campaign they name, else by what the client's rules make of the source;
 * where there are none, by rules guessed from the names of its channels.
 */
export function touchPaths(tags: readonly TouchTags[], { accounts, members, naming, sources, splits }: TouchLeading): TouchPaths {
  const byAd = memberJoiner(BY_AD, members, naming);
  const byKeyword = memberJoiner({ ...BY_KEYWORD, keys: [...BY_KEYWORD.keys, ...BY_AD.keys.slice(1)] }, members, naming);
  const accountOf = new Map(accounts.map((account) => [account.id, account]));
  const { rules } = sources.rules.length > 0 ? sources : { rules: guessSourceRules(accounts.map(named)) };
  const sorter = sourceSorter({ rules });
  const columns = new Map(
    [...OWN, ...MEMBER_LEVELS, 'source', 'tracked link'].map((name) => [name, new Int32Array(tags.length).fill(NONE)]),
  );
  const isDirect = new Uint8Array(tags.length);
  const known = new Map<string, number>();
  const alike = new Uint32Array(tags.length);
  const tell = (dimension: string, at: number, code: number): void => {
    const column = columns.get(dimension);
    if (column) column[at] = code;
  };
  for (const [at, { source, ...tag }] of tags.entries()) {
    const found = only(byAd(tag).members);
    const path = new Map([...(found === undefined ? [] : members.pathOf(found))]);
    const keyword = tag.keyword === null ? undefined : only(byKeyword(tag).members);
    const keywordPath = keyword === undefined ? undefined : members.pathOf(keyword);
    if (keywordPath?.has('keyword') && (!path.has('campaign') || keywordPath.get('campaign') === path.get('campaign')))
      for (const [level, member] of keywordPath) if (!path.has(level)) path.set(level, member);
    for (const [level, member] of path) tell(level, at, member);
    const account = accountOf.get(members.byId.get(path.get('campaign') ?? NONE)?.account ?? '');
    const rule = account || source === null ? undefined : rules[sorter(source)];
    const [channel, kind] = account ? [account.channelName, account.channelKind] : [rule?.channel, rule?.kind];
    if (channel !== undefined) tell('channel', at, splits.codeOf('channel', channel));
    if (kind !== undefined) tell('channel kind', at, splits.codeOf('channel kind', kind));
    if (account) tell('account', at, splits.codeOf('account', account.id));
    isDirect[at] = kind === 'direct' ? 1 : 0;
    const led = [...OWN, ...MEMBER_LEVELS].map((name) => columns.get(name)?.[at] ?? NONE);
    alike[at] = numberOf(known, led.every((code) => code === NONE) ? `source ${source ?? ''}` : led.join());
    if (source !== null) tell('source', at, splits.codeOf('source', source));
    if (tag.link !== null) tell('tracked link', at, splits.codeOf('tracked link', tag.link));
  }
  return { codes: new Map([...columns].map(([name, codes]) => [name, { of: 'member', codes }])), isDirect, alike };
}

const named = ({ channelName, channelKind }: Account) => ({ name: channelName, kind: channelKind });
const only = (members: readonly number[]): number | undefined => (members.length === 1 ? members[0] : undefined);

function numberOf(known: Map<string, number>, key: string): number {
  const number = known.get(key) ?? known.size;
  known.set(key, number);
  return number;
}

/** What touches were like, by the place of the text that tells it. */
export function touchLikes(likes: readonly string[], splits: SplitDictionary): ReadonlyMap<string, Coding> {
  const columns = new Map<string, Int32Array>();
  for (const [at, text] of likes.entries())
    for (const [dimension, code] of splits.codesOf(text)) {
      const codes = columns.get(dimension) ?? new Int32Array(likes.length).fill(NONE);
      columns.set(dimension, codes);
      codes[at] = code;
    }
  return new Map([...columns].map(([dimension, codes]) => [dimension, { of: 'split', codes }]));
}

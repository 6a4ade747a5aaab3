import { groupBy } from '../list/group-by';
import { isDayDimension } from '../question/dimensions';
import { COLUMN } from '../question/row-key';
import type { Answer } from './answer';
import type { Member } from './member';

/** A member of days, by rows or by columns, with those of the same on the days before it; any other member alone. */
export function upTo(
  member: Member,
  { members, across }: Pick<Answer, 'members' | 'across'>,
  named: (key: string) => Member | undefined,
): Member[] {
  const [row = '', column] = member.key.split(COLUMN);
  if (column !== undefined) {
    const heads = across?.heads ?? [];
    const own = heads.find(({ key }) => key === column);
    if (!own || !isDayDimension(dimensionOf(own.key))) return [member];
    const earlier = heads.filter(({ code }) => Number(code) < Number(own.code));
    return [...earlier.flatMap(({ key }) => named(row + COLUMN + key) ?? []), member];
  }
  if (!isDayDimension(member.level)) return [member];
  const siblings = siblingsOf(members).get(`${member.parent ?? ''} ${member.level}`) ?? [];
  return [...siblings.filter(({ code }) => Number(code) < Number(member.code)), member];
}

const dimensionOf = (key: string): string => key.slice(0, key.lastIndexOf(':'));

const known = new WeakMap<readonly Member[], ReadonlyMap<string, readonly Member[]>>();

/** Members of days by what they lie in. */
function siblingsOf(members: readonly Member[]): ReadonlyMap<string, readonly Member[]> {
  const own =
    known.get(members) ??
    groupBy(
      members.filter(({ kind, level }) => kind === 'member' && isDayDimension(level)),
      ({ parent, level }) => `${parent ?? ''} ${level}`,
    );
  known.set(members, own);
  return own;
}

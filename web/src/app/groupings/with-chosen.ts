import { foldText, type Grouping, groupingId, type MemberGroup } from '@lens/core';

/** Members of a dimension chosen by hand. */
export interface Chosen {
  readonly of: string;
  readonly members: readonly (number | string)[];
}

/** Groupings with some members in a group of one; the grouping and the group are made where there is none of that name. */
export function withChosen(
  groupings: readonly Grouping[],
  { of, members }: Chosen,
  { label, name }: { readonly label: string; readonly name: string },
): { groupings: readonly Grouping[]; id: string } {
  const known = groupings.find((each) => each.of === of && foldText(each.label) === foldText(label));
  const grouping = known ?? {
    id: groupingId(
      label,
      groupings.map(({ id }) => id),
    ),
    label: label.trim(),
    of,
    groups: [],
  };
  const isMeant = (group: MemberGroup): boolean => foldText(group.name) === foldText(name);
  const left = grouping.groups.map((group) => ({ ...group, members: group.members.filter((member) => !members.includes(member)) }));
  const groups = left.some(isMeant)
    ? left.map((group) => (isMeant(group) ? { ...group, members: [...group.members, ...members] } : group))
    : [...left, { name: name.trim(), any: [], members }];
  const changed = { ...grouping, groups: groups.filter((group) => isMeant(group) || group.any.length + group.members.length > 0) };
  return { groupings: known ? groupings.map((each) => (each === known ? changed : each)) : [...groupings, changed], id: grouping.id };
}

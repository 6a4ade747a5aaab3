/** What a part of a name can tell. Each is a dimension of its own, as names tell it. */
export const NAME_PARTS = ['stage', 'theme', 'format', 'audience', 'place', 'maker', 'product'] as const;
export type NamePart = (typeof NAME_PARTS)[number];

const SUFFIX = ' in the name';
/** The dimension of a part: a report may have a place as well, which is another thing. */
export const partDimension = (part: NamePart): string => `${part}${SUFFIX}`;
export const isPartDimension = (dimension: string): boolean => dimension.endsWith(SUFFIX);

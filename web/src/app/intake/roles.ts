import { FILE_RATIOS, type FileKind, IMPRESSION_SHARES, LEVELS, type Role, roleKey, type Vocabulary } from '@lens/core';

interface RoleChoice {
  readonly key: string;
  readonly label: string;
  readonly role: Role;
}

export interface RoleGroup {
  readonly label: string;
  readonly choices: readonly RoleChoice[];
}

const choice = (label: string, role: Role): RoleChoice => ({ key: roleKey(role), label, role });
const LEVEL_LABELS = { campaign: 'Campaign', group: 'Ad group', ad: 'Ad', keyword: 'Keyword' };
const levelChoices = LEVELS.flatMap((level) => [
  choice(LEVEL_LABELS[level], { role: 'level', level, part: 'name' }),
  choice(`${LEVEL_LABELS[level]}: id`, { role: 'level', level, part: 'id' }),
]);
const IGNORE: RoleGroup = { label: '', choices: [choice('Leave out', { role: 'ignore' })] };

const reportRoles = ({ measures, outcomes, dimensions }: Vocabulary): readonly RoleGroup[] => [
  IGNORE,
  {
    label: 'When',
    choices: [
      choice('Day, week or month', { role: 'day' }),
      choice('Last day of the row', { role: 'last day' }),
      choice('Hour', { role: 'hour' }),
      choice('Day and hour in one', { role: 'time' }),
    ],
  },
  {
    label: 'What',
    choices: [
      ...levelChoices,
      choice('Picture of the ad', { role: 'picture' }),
      ...dimensions.map(({ id, label }) => choice(label, { role: 'dimension', dimension: id })),
    ],
  },
  { label: 'Measures', choices: measures.map(({ id, label }) => choice(label, { role: 'measure', measure: id })) },
  {
    label: 'Shares of the impressions there could have been',
    choices: IMPRESSION_SHARES.map((of) => choice(`Impression share ${of}`, { role: 'impression share', of })),
  },
  {
    label: 'Ratios, to compare with ours',
    choices: FILE_RATIOS.map(({ name, label }) => choice(`${label}, compared only`, { role: 'ratio', ratio: name })),
  },
  {
    label: 'Outcomes the channel claims',
    choices: outcomes.flatMap(({ id: action, label }) =>
      (['click', 'sale'] as const).flatMap((basis) => [
        choice(`${label}, by ${basis} date`, { role: 'outcome', action, part: 'count', basis }),
        choice(`${label}: people, by ${basis} date`, { role: 'outcome', action, part: 'people', basis }),
        choice(`${label}: value, by ${basis} date`, { role: 'outcome', action, part: 'value', basis }),
      ]),
    ),
  },
];

const orderRoles = ({ besideOutcomes }: Vocabulary): readonly RoleGroup[] => [
  IGNORE,
  {
    label: 'Of each order or lead',
    choices: [
      choice('Its id', { role: 'order id' }),
      choice('Time of the sale', { role: 'sale time' }),
      choice('Time of the click before it', { role: 'click time' }),
      choice('Value', { role: 'order value' }),
      choice('How many, where a row is a count', { role: 'order count' }),
      choice('Campaign it is tagged with', { role: 'tag', level: 'campaign' }),
      choice('Ad it is tagged with', { role: 'tag', level: 'ad' }),
      choice('Tag of the keyword', { role: 'tag', level: 'keyword' }),
      choice('Tracked link it came by', { role: 'tag', level: 'link' }),
    ],
  },
  {
    label: 'What it tells beside',
    choices: besideOutcomes.map(({ id, label }) => choice(label, { role: 'measure', measure: id })),
  },
];

const CLAIMS: readonly RoleGroup[] = [
  IGNORE,
  {
    label: 'Of each claim',
    choices: [
      choice('Number of the order or lead it claims', { role: 'order id' }),
      choice('Time of the click', { role: 'click time' }),
      choice('Time of the sale', { role: 'sale time' }),
      choice('Value claimed', { role: 'order value' }),
      choice('How many are claimed', { role: 'order count' }),
      choice('Campaign that claims it', { role: 'tag', level: 'campaign' }),
    ],
  },
];

const LOTS: readonly RoleGroup[] = [
  IGNORE,
  {
    label: 'Of each lot',
    choices: [
      choice('Its number', { role: 'lot id' }),
      choice('Seller', { role: 'seller' }),
      choice('Day it was sent or began', { role: 'day' }),
      choice('Price', { role: 'price' }),
      choice('Tracked link', { role: 'lot link' }),
      choice('Clicks agreed', { role: 'agreed', unit: 'clicks' }),
      choice('Views agreed', { role: 'agreed', unit: 'views' }),
      choice('Delivered, by the seller’s count', { role: 'delivered' }),
    ],
  },
];

const journeyRoles = ({ dimensions }: Vocabulary): readonly RoleGroup[] => [
  IGNORE,
  {
    label: 'Of each touch',
    choices: [
      choice('Whose touch it is', { role: 'person' }),
      choice('Time of the touch', { role: 'touch time' }),
      choice('Click, view, or the outcome the line is', { role: 'touch kind' }),
      choice('Source, as written', { role: 'touch source' }),
      choice('Campaign it is tagged with', { role: 'tag', level: 'campaign' }),
      choice('Ad it is tagged with', { role: 'tag', level: 'ad' }),
      choice('Tag of the keyword', { role: 'tag', level: 'keyword' }),
      choice('Tracked link it came by', { role: 'tag', level: 'link' }),
      choice('How many people it stands for', { role: 'weight' }),
    ],
  },
  {
    label: 'Of the outcome it led to',
    choices: [
      choice('When it came', { role: 'outcome time' }),
      choice('What it was', { role: 'outcome kind' }),
      choice('What it was worth', { role: 'order value' }),
      choice('Its number among the client’s orders', { role: 'order id' }),
    ],
  },
  { label: 'What it was like', choices: dimensions.map(({ id, label }) => choice(label, { role: 'dimension', dimension: id })) },
];

const CHANGES: readonly RoleGroup[] = [
  IGNORE,
  {
    label: 'Of each change',
    choices: [
      choice('When it was made', { role: 'change time' }),
      choice('What was changed', { role: 'changed field' }),
      choice('What it was before', { role: 'old value' }),
      choice('What it is after', { role: 'new value' }),
      choice('What was done, in words', { role: 'change note' }),
      choice('Who did it', { role: 'changed by' }),
    ],
  },
  { label: 'Where', choices: levelChoices },
];

const ROLES: Readonly<Record<FileKind, (vocabulary: Vocabulary) => readonly RoleGroup[]>> = {
  report: reportRoles,
  orders: orderRoles,
  claims: () => CLAIMS,
  lots: () => LOTS,
  journeys: journeyRoles,
  changes: () => CHANGES,
};

/** What columns of a kind of file can be. */
export const rolesFor = (kind: FileKind, vocabulary: Vocabulary): readonly RoleGroup[] => ROLES[kind](vocabulary);

export function roleOfKey(groups: readonly RoleGroup[], key: string): Role {
  return groups.flatMap((group) => group.choices).find((each) => each.key === key)?.role ?? { role: 'ignore' };
}

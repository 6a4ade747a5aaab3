import type { CreditLack, CreditRule } from '@lens/core';

interface RuleWords {
  readonly label: string;
  readonly definition: string;
  /** Its mark, drawn around the middle of a square of 12. */
  readonly mark: string;
}

/** What each rule is called, says and is drawn as; shapes tell them apart without colour. */
export const RULE_WORDS: Readonly<Record<CreditRule, RuleWords>> = {
  first: { label: 'First touch', definition: 'All of it to what began the journey.', mark: 'M9 1 L3 6 L9 11 Z' },
  last: { label: 'Last touch', definition: 'All of it to what came last before it.', mark: 'M3 1 L9 6 L3 11 Z' },
  equal: { label: 'Equal shares', definition: 'The same to every touch.', mark: 'M2 4 H10 M2 8 H10' },
  decay: {
    label: 'By time',
    definition: 'The more, the later the touch: it halves with each so many days before.',
    mark: 'M2 10 L10 10 L10 2 Z',
  },
  ends: {
    label: 'Ends-heavy',
    definition: '40 % each to the first and the last touch, 20 % to those between.',
    mark: 'M2 2 V10 M10 2 V10 M2 6 H10',
  },
  removal: {
    label: 'Removal',
    definition:
      'By what would be lost without it: people go from touch to touch as they did, and whoever would have come to it goes no further.',
    mark: 'M2 2 L10 10 M10 2 L2 10',
  },
  shapley: {
    label: 'Shapley',
    definition: 'By what it adds to every combination of the others, among people who met just these; below nothing where it takes away.',
    mark: 'M6 1 L11 6 L6 11 L1 6 Z',
  },
};

/** Rules whose marks are drawn as areas. */
export const FILLED: ReadonlySet<CreditRule> = new Set<CreditRule>(['first', 'last', 'decay', 'shapley']);

export const LACK_WORDS: Readonly<Record<CreditLack, string>> = {
  'no unsold journeys': 'needs journeys that ended in nothing as well, and this log holds none',
  'few sold journeys': 'needs at least 30 journeys that ended in an outcome; take more days',
  'too many members': 'is worked out for up to 500 members; split by something coarser',
};

/** All touches that are not asked for, among those that are. */
export const OTHER_TOUCHES = 'Other touches';

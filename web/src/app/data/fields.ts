import type { ClientDetail } from '@lens/contract';
import {
  ACCOUNT_DIMENSIONS,
  DAY_DIMENSIONS,
  HOUR,
  HOUR_OF_WEEK,
  isLevel,
  isStatus,
  LEVELS,
  lowerFirst,
  PAGE_PATH,
  partDimension,
  statusDimension,
  type Vocabulary,
} from '@lens/core';
import { LEVEL_WORDS } from './level-words';
import { vocabularyOf } from './vocabulary';
import type { Choice } from '../ui/choices';

/** What a dimension is called in a sentence. */
export function fieldLabel(dimension: string, vocabulary: Vocabulary): string {
  if (isLevel(dimension)) return LEVEL_WORDS[dimension];
  const level = LEVELS.find((each) => statusDimension(each) === dimension);
  if (level) return `${LEVEL_WORDS[level]} status`;
  const grouping = vocabulary.groupingLabel(dimension);
  if (grouping !== undefined) return grouping;
  return vocabulary.has.dimension(dimension) ? lowerFirst(vocabulary.dimension(dimension).label) : dimension;
}

/** Where what a client's data can be split by comes from. */
const ORIGINS = {
  account: 'of the account',
  level: 'of the channel’s levels',
  name: 'told by names',
  group: 'grouped by you',
  day: 'of the day',
  report: 'told by reports',
  none: 'no report of this client tells it yet',
} as const;

/** What the data of a client, or of several together, can be split and filtered by, with where each comes from. */
export function fieldChoices(client: ClientDetail, isTogether: boolean): Choice<string>[] {
  const vocabulary = vocabularyOf(client);
  const told = new Set(client.dimensions.map(vocabulary.idOf));
  const choices = (dimensions: readonly string[], note: string): Choice<string>[] =>
    dimensions.map((value) => ({ value, label: fieldLabel(value, vocabulary), note }));
  return [
    ...choices(
      ACCOUNT_DIMENSIONS.filter((each) => each !== 'client' || isTogether),
      ORIGINS.account,
    ),
    ...choices(
      LEVELS.filter((level) => level !== 'keyword' || told.has(level)),
      ORIGINS.level,
    ),
    ...choices(
      client.groupings.map(({ id }) => id),
      ORIGINS.group,
    ),
    ...choices(client.nameParts.map(partDimension), ORIGINS.name),
    ...choices(
      [...told].filter((each) => each === HOUR || isStatus(each) || vocabulary.has.dimension(each)),
      ORIGINS.report,
    ),
    ...choices(told.has('landing page') ? [PAGE_PATH] : [], ORIGINS.report),
    ...choices(DAY_DIMENSIONS, ORIGINS.day),
  ];
}

/** What the data of a client could be split by if a report told it. */
export function untoldChoices(client: ClientDetail): Choice<string>[] {
  const vocabulary = vocabularyOf(client);
  const told = new Set(client.dimensions.map(vocabulary.idOf));
  return vocabulary.dimensions
    .filter(({ id }) => !told.has(id) && id !== HOUR_OF_WEEK)
    .map(({ id: value }) => ({ value, label: fieldLabel(value, vocabulary), note: ORIGINS.none }));
}

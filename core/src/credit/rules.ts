/** Rules that credit the touches of a journey by where they stand in it. */
export const POSITION_RULES = ['last', 'first', 'equal', 'decay', 'ends'] as const;
export type PositionRule = (typeof POSITION_RULES)[number];

/** Ways to credit an outcome to what came before it. */
export const CREDIT_RULES = [...POSITION_RULES, 'removal', 'shapley'] as const;
export type CreditRule = (typeof CREDIT_RULES)[number];

/** What stands in the way of a rule that needs more than sold journeys. */
export const CREDIT_LACKS = ['no unsold journeys', 'few sold journeys', 'too many members'] as const;
export type CreditLack = (typeof CREDIT_LACKS)[number];

/** Sold journeys below which nothing is said about members beyond what was counted. */
export const LEAST_SOLD = 30;
/** Outcomes before which a member must have been met for rules to be said to part over it: of fewer a few people decide. */
export const LEAST_MET = 5;

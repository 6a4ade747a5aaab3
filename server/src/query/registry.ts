import { judging } from './audit';
import { settingsChanged } from './changes';
import { checksOf } from './checks';
import { comparison, seriesOf, totals } from './compare';
import { listFeeds } from './feed-list';
import { membersFound } from './find';
import { claimsOf } from './claims';
import { creditOf } from './credit';
import { followUps } from './follow-ups';
import { funnel } from './funnel';
import { groupingTried } from './grouping';
import { healthOf } from './health';
import { changedInBulk } from './in-bulk';
import { importDetail } from './import-detail';
import { joiningTried } from './joining';
import { journeysOf } from './journeys';
import { logHealth } from './log-health';
import { lotsOf } from './lots';
import { morningOf } from './morning';
import { moveTargets } from './moved-entity';
import { guessedConventions, namesUnder } from './names';
import { picturesOf } from './pictures';
import { planOf } from './plan';
import { standingMoves } from './standing-moves';
import { lookedByRule, rehearsedRule } from './standing-rules';
import { tracing } from './trace';
import { metricTried } from './try-metric';
import { visitsOf } from './visits';

/** Every question there is, by name; each begins with its client, or says it. */
export const QUERIES = {
  compare: comparison,
  totals,
  series: seriesOf,
  pictures: picturesOf,
  trace: tracing,
  audit: judging,
  plan: planOf,
  changeInBulk: changedInBulk,
  standingMoves,
  lookByRule: lookedByRule,
  rehearseRule: rehearsedRule,
  followUps,
  moveTargets,
  checks: checksOf,
  feeds: listFeeds,
  importDetail,
  health: healthOf,
  logHealth,
  names: namesUnder,
  guessedConventions,
  visits: visitsOf,
  lots: lotsOf,
  changes: settingsChanged,
  tryJoining: joiningTried,
  tryGrouping: groupingTried,
  tryMetric: metricTried,
  funnel,
  find: membersFound,
  morning: morningOf,
  claims: claimsOf,
  credit: creditOf,
  journeys: journeysOf,
};
export type QueryName = keyof typeof QUERIES;

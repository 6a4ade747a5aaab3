import type { Check, Looked } from './check';
import { checkClaimReports } from './claim-reports';
import { checkClaims } from './claims';
import { checkDays } from './days';
import { OTHER_CHECKS, type OtherCheck, type OtherFinding } from './finding';
import { checkGrades } from './grades';
import { checkHours } from './hours';
import { checkLate } from './late';
import { checkLevels } from './levels';
import { checkLost } from './lost';
import { checkPacing } from './pacing';
import { checkPages } from './pages';
import { checkPeople } from './people';
import { checkSearches } from './searches';
import { checkSettings } from './settings';
import { checkSignals } from './signals';
import type { Situation } from './situation';
import { checkSources } from './sources';
import { checkSteps } from './steps';
import { checkTerms } from './terms';
import { checkWear } from './wear';
import { checkWhy } from './why';

/** Every check beside that against the target. To add one: a file of its own, a name in CHECK_LABELS, and a line here. */
const LOOKS: Readonly<Record<OtherCheck, Check>> = {
  levels: checkLevels,
  why: checkWhy,
  steps: checkSteps,
  days: checkDays,
  late: checkLate,
  signals: checkSignals,
  claims: checkClaims,
  reports: checkClaimReports,
  pages: checkPages,
  sources: checkSources,
  searches: checkSearches,
  terms: checkTerms,
  lost: checkLost,
  hours: checkHours,
  people: checkPeople,
  wear: checkWear,
  grades: checkGrades,
  settings: checkSettings,
  pacing: checkPacing,
};

/** Works through all checks; `told` hears which share of them is done, and may stop it by throwing. */
export function lookInto(situation: Situation, told: (done: number) => void = () => undefined): Looked[] {
  const looked = OTHER_CHECKS.map((check, at) => {
    told(at / OTHER_CHECKS.length);
    return LOOKS[check](situation);
  });
  return withoutEchoes(looked);
}

/** Days after a lasting change on which everything is unlike before, until that is what is usual. */
const ECHO = 14;

/** A lasting change is told once: the unusual days with which it begins, of what it changed, are it. */
export function withoutEchoes(looked: readonly Looked[]): Looked[] {
  const begun = looked.flatMap(({ check, findings }) => (check === 'steps' ? findings : []));
  const isEcho = ({ days, trouble }: OtherFinding): boolean =>
    begun.some(({ since, trouble: changed }) => {
      const isThen = since !== null && days.from >= since.within.from && days.from <= since.within.to + ECHO;
      return isThen && metricsIn(changed).some((metric) => metricsIn(trouble).includes(metric));
    });
  return looked.map((each) => (each.check === 'days' ? { ...each, findings: each.findings.filter((finding) => !isEcho(finding)) } : each));
}

/** “checkouts per carts, carts low” are of checkouts and of carts. */
const metricsIn = (trouble: string): string[] => trouble.split(', ').flatMap((each) => each.split(' ')[0] ?? []);

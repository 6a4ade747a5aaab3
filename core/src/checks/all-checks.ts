import type { Check, Looked } from './check';
import { checkClaims } from './claims';
import { checkDays } from './days';
import { OTHER_CHECKS, type OtherCheck } from './finding';
import { checkLate } from './late';
import { checkPacing } from './pacing';
import { checkPages } from './pages';
import { checkSearches } from './searches';
import { checkSettings } from './settings';
import type { Situation } from './situation';
import { checkSources } from './sources';
import { checkSteps } from './steps';
import { checkWhy } from './why';

/** Every check beside that against the target. To add one: a file of its own, a name in CHECK_LABELS, and a line here. */
const LOOKS: Readonly<Record<OtherCheck, Check>> = {
  why: checkWhy,
  steps: checkSteps,
  days: checkDays,
  late: checkLate,
  claims: checkClaims,
  pages: checkPages,
  sources: checkSources,
  searches: checkSearches,
  settings: checkSettings,
  pacing: checkPacing,
};

/** Works through all checks; `told` hears which share of them is done, and may stop it by throwing. */
export function lookInto(situation: Situation, told: (done: number) => void = () => undefined): Looked[] {
  return OTHER_CHECKS.map((check, at) => {
    told(at / OTHER_CHECKS.length);
    return LOOKS[check](situation);
  });
}

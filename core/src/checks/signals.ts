import { quantity } from '../figure/text';
import { groupBy } from '../list/group-by';
import type { Course } from '../signals/course';
import { heldSince, type HeldWeek } from '../signals/held-weeks';
import { LEAST_ADS, soonestOf, trySignals } from '../signals/try-signals';
import { type AdCourses, adCourses } from './ad-courses';
import { lacking, type Looked } from './check';
import { costOfResult } from './cost-of-result';
import { type Held, type KnownSignals, strongestOf } from './known-signals';
import { ladderFindings } from './ladder-said';
import { heldFindings, tellsFinding } from './signals-said';
import type { Situation } from './situation';

/** Weeks back of which it is told whether the bars held. */
const WEEKS = 8;

/**
 * Early signals (calculations 12): which early cost tells soonest how an ad will do, what it may cost and whether that held in
 * the last eight weeks; and of every ad that runs what its deepest step with data enough says: keep, stop or wait.
 */
export function checkSignals(situation: Situation): Looked {
  const perResult = costOfResult(situation);
  if (perResult === null) return lacking('signals', 'there is no target that ads could be read against. Set one under Targets');
  const courses = adCourses(situation);
  if (courses.now.length === 0) return lacking('signals', 'no report tells spend and results by ad. Fetch one under Intake');
  const known = (stage: string | null, ads: readonly Course[]): KnownSignals => {
    const tried = trySignals(ads, courses.steps.length, perResult);
    return { ...{ situation, stage, perResult, tried }, steps: courses.steps, soonest: soonestOf(tried) };
  };
  const all = known(null, courses.now);
  const stages = [...groupBy(courses.now, ({ stage }) => stage)].flatMap(([stage, ads]) =>
    stage !== null && ads.length >= LEAST_ADS ? [known(stage, ads)] : [],
  );
  const told = [all, ...stages].filter(({ tried }) => tried.some(({ ads }) => ads >= LEAST_ADS));
  const held = heldOf(all, courses);
  const few = told.length === 0 ? `; which early cost tells is seen from ${LEAST_ADS} ads on with results after their first days` : '';
  return {
    check: 'signals',
    looked: `${quantity(courses.now.length, 'ad', 'ads', situation.style)}${few}`,
    findings: [...told.map(tellsFinding), ...heldFindings(all, held), ...ladderFindings(all, courses, held)],
    lacks: '',
  };
}

/** The bars of the signal that tells soonest and of the strongest of each step, as they were by each of the last weeks, held against what came after. */
function heldOf(known: KnownSignals, courses: AdCourses): Held[] {
  if (!known.soonest) return [];
  const dates = Array.from({ length: WEEKS }, (_, at) => known.situation.days.to - 7 * (at + 1));
  const then = courses.asKnownBy(dates);
  return [...new Set([known.soonest, ...strongestOf(known)])].map((signal) => ({
    signal,
    weeks: dates.map((by, at): HeldWeek => heldSince({ then: then[at] ?? [], now: courses.now, by }, signal, known.perResult)),
  }));
}

import { poissonInterval } from '../evidence/interval';
import { quantity } from '../figure/text';
import { visitGaps, type VisitGap } from '../health/visit-gaps';
import { NONE } from '../rows/coding';
import { lengthOf } from '../time/day';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { stayedFinding, worthMoreFinding } from './page-worth';
import { only, type Situation } from './situation';
import { happenedAround, Words } from './words';

/** Days before those that are looked at which tell how many visits a click of a page usually is. */
const BEFORE = 56;
/** Surely fewer visits than this share of the usual: its tag is missing; surely more than so many times: it counts twice. */
const [FEW, MANY] = [0.6, 1.4];

/**
 * Landing pages on which far fewer or far more visits are counted for the clicks than usual: their tag is missing, or counts
 * twice (calculations 16); pages on which fewer stay than did, and pages that are worth more traffic.
 */
export function checkPages(situation: Situation): Looked {
  const { tables, days, style } = situation;
  const pages = new Set(
    tables.feeds.flatMap(({ codes, rows }) => (rows.columns.has('visits') ? [...(codes.get('landing page')?.codes ?? [])] : [])),
  );
  pages.delete(NONE);
  if (pages.size === 0) return lacking('pages', 'nothing tells visits by landing page. A report of the site’s analytics would');
  const earliest = days.from - lengthOf(days);
  const gaps = visitGaps(tables, { from: days.from - BEFORE, to: days.to }).filter((gap) => gap.days.to >= earliest && isBeyondChance(gap));
  return {
    check: 'pages',
    looked: quantity(pages.size, 'landing page', 'landing pages', style),
    findings: [...gaps.map((gap) => findingOf(situation, gap)), ...stayedFinding(situation), ...worthMoreFinding(situation)],
    lacks: '',
  };
}

function isBeyondChance({ clicks, rate, usual, days }: VisitGap): boolean {
  const visits = poissonInterval(clicks * rate);
  // Many may come on one day by themselves, where something was written of the page.
  return visits.high < FEW * clicks * usual || (lengthOf(days) > 1 && visits.low > MANY * clicks * usual);
}

function findingOf(situation: Situation, { page, days, clicks, rate, usual, spend }: VisitGap): OtherFinding {
  const words = new Words(situation.style);
  const name = situation.names('landing page', page);
  const isFew = rate < usual;
  return {
    check: 'pages',
    trouble: isFew ? 'tag missing' : 'counted twice',
    key: findingKey('pages', isFew ? 'tag missing' : 'counted twice', page, days.from),
    about: { kind: 'Landing page', name, path: [] },
    group: 'not the advertising',
    money: spend,
    days,
    since: { day: days.from, within: { from: days.from, to: days.from }, until: days.to < situation.days.to ? days.to : null },
    says: isFew
      ? `${words.days(days)}: ${words.count(clicks * rate)} visits were counted on ${name}, where its ${words.count(clicks)} clicks usually go with ${words.count(clicks * usual)}.`
      : `${words.days(days)}: ${words.count(clicks * rate)} visits were counted on ${name}, where its ${words.count(clicks)} clicks usually go with ${words.count(clicks * usual)}: a tag that counts twice looks like this.`,
    evidence: [`Those clicks cost ${words.money(spend)}. Orders that began there may carry no tag, and then no campaign has them.`],
    advice: isFew
      ? 'See that the page carries its tag, and opens. Do not judge the campaigns that lead there by these days.'
      : 'See that the page’s tag is there once. Do not judge what leads there by visits of these days.',
    happened: happenedAround(situation, days),
    picture: null,
    rows: {
      screen: 'compare',
      metric: 'clicks',
      rows: ['landing page path'],
      where: only('landing page', name),
      period: { from: days.from - 14, to: Math.min(situation.days.to, days.to + 14) },
    },
  };
}

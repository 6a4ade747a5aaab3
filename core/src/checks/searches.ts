import { sum } from 'simple-statistics';
import { quantity } from '../figure/text';
import { stepsBefore } from '../measure/steps-before';
import type { MetricId } from '../metric/metric';
import { lowerFirst } from '../text/lower-first';
import { groupBy } from '../list/group-by';
import { type Beside, besideSiblings, costlyOf, type Expecting, expecting, totalOf, wasteOf } from './beside-whole';
import { findingKey, lacking, type Looked } from './check';
import type { OtherFinding } from './finding';
import { atPace, type CampaignPart, isTold, partsDays, partKey, partsOf, spentIn } from './campaign-parts';
import { isOfName, wordsOf } from './search-words';
import { shutAlready } from './shut-out';
import { shuttingOut } from './shut-out-moves';
import { metricsOf, read, resultOf, type Situation } from './situation';
import { USUAL_INTENTS } from './usual-intents';
import { Words } from './words';

/** A search term in its words, what was spent on it, and what all searches, and those of its campaign, bring for that. */
export interface Term extends CampaignPart, Expecting {
  readonly words: readonly string[];
  readonly inCampaign: number;
}

/** One word, or two that follow one another, with all terms that have it. */
interface Gram extends Expecting {
  readonly inCampaign: number;
  readonly gram: string;
  readonly terms: readonly Term[];
  readonly beside: Beside;
}

/** What came of searches on the way to the result, in words. */
interface Step {
  readonly name: string;
  readonly label: string;
  readonly count: MetricId;
}

/** What brings more than this of what others of its campaigns do is bad with them, or somewhat less wanted: no other intent. */
const LESS_IN_CAMPAIGN = 0.5;
/**
 * Words that usually mean something else are so many times likelier to be worth little before anything is counted, and part of
 * what is claimed for them came anyway: less is asked of the figures.
 */
const USUALLY_LESS = { odds: 4, inCampaign: 0.75 };
/** By steps on the way, of which there are many, just what hardly leads to any is told: who takes them may buy more or less often. */
const HARDLY_ANY = 0.35;
const MOST_NAMED = 8;

/**
 * Words of search terms, alone and in pairs, whose searches together surely bring less than two thirds of what searches bring
 * for the same money, and less than others of their campaigns: the many small terms of one wrong intent say together what none
 * says alone. Where results are few, steps on the way to them tell as well. Words that the client bids on itself are the keywords' matter,
 * and searches for its own name, which sell by themselves, would make all others look bad: both are left out, and what is excluded already.
 */
export function checkSearches(situation: Situation): Looked {
  const days = partsDays(situation, 'search term');
  if (!isTold(situation, 'search term'))
    return lacking('searches', 'no report tells spend and outcomes by search term. Fetch one under Intake');
  const isOut = shutAlready(situation, 'search term');
  const searched = (count?: MetricId): Term[] =>
    termsOf(
      partsOf(situation, 'search term', days, count).filter((part) => !isOut(part)),
      situation.clientName,
    );
  const terms = searched();
  const { members } = read(situation, ['spend'], { rows: ['keyword'], period: days });
  const keywords = members.flatMap(({ level, kind, name }) => (level === 'keyword' && kind === 'member' ? [name] : []));
  const told: { readonly gram: Gram; readonly step?: Step }[] = costlyGrams(terms, keywords).map((gram) => ({ gram }));
  for (const step of stepsTold(situation))
    told.push(...hardlyAny(searched(step.count), { terms, keywords, told: told.map(({ gram }) => gram) }).map((gram) => ({ gram, step })));
  const [shutOut, spentLately] = [shuttingOut(situation), spentIn(situation, 'search term')];
  const findings = told.map(({ gram, step }) => ({
    ...findingOf(situation, gram, days, step),
    moves: shutOut(
      [{ parts: resultsOf(gram, terms), change: { field: 'searches', what: gram.gram, from: 'allowed', to: 'excluded' } }],
      spentLately,
    ),
  }));
  const looked = quantity(new Set(terms.map(({ name }) => name)).size, 'search term', 'search terms', situation.style);
  return { check: 'searches', looked, findings, lacks: '' };
}

/** The terms of a word with the results that they brought, by whatever step it was told. */
function resultsOf({ terms: told }: Gram, terms: readonly Term[]): Term[] {
  const keys = new Set(told.map(partKey));
  return terms.filter((term) => keys.has(partKey(term)));
}

/** Terms in their words, each with what is expected of it; those with the client's own name are left out. */
export function termsOf(parts: readonly CampaignPart[], clientName: string): Term[] {
  const worded = parts.map((part) => ({ ...part, words: wordsOf(part.name) })).filter(({ words }) => !isOfName(words, clientName));
  const ofCampaigns = [...groupBy(worded, ({ whole }) => whole).values()];
  return expecting(ofCampaigns.flatMap((own) => expecting(own).map((part) => ({ ...part, inCampaign: part.expected }))));
}

const gramsOf = ({ words }: Term): Set<string> => new Set([...words, ...words.slice(1).map((word, at) => `${words[at] ?? ''} ${word}`)]);

/**
 * The words that say most of what is costly: the one with most at stake of those beyond chance, then of what is left of the
 * terms without it, and so on; a word whose terms another has told of is not told again.
 */
export function costlyGrams(terms: readonly Term[], keywords: readonly string[], less = LESS_IN_CAMPAIGN): Gram[] {
  const bidOn = new Set(keywords.flatMap(wordsOf));
  const isBidOn = (gram: string): boolean => gram.split(' ').some((word) => bidOn.has(word));
  const found: Gram[] = [];
  let left = terms;
  for (;;) {
    const grams = [...byGram(left)]
      .filter(([gram]) => !isBidOn(gram))
      .map(([gram, own]) => ({
        gram,
        terms: own,
        ...totalOf(own),
        expected: sum(own.map(({ expected }) => expected)),
        inCampaign: sum(own.map(({ inCampaign }) => inCampaign)),
      }))
      .filter(
        ({ gram, outcomes, inCampaign }) =>
          outcomes < (USUAL_INTENTS.has(gram) ? Math.max(less, USUALLY_LESS.inCampaign) : less) * inCampaign,
      );
    const [worst] = costlyOf(besideSiblings(grams).map(asUsual)).toSorted(
      (a, b) => wasteOf(b) - wasteOf(a) || b.gram.length - a.gram.length,
    );
    if (!worst) return found;
    found.push(worst);
    const told = new Set(worst.terms);
    left = left.filter((term) => !told.has(term));
  }
}

/** How sure it is once what the word usually means is counted in. */
function asUsual<T extends { readonly gram: string; readonly beside: Beside }>(own: T): T {
  if (!USUAL_INTENTS.has(own.gram)) return own;
  const { surely } = own.beside;
  const likelier = (USUALLY_LESS.odds * surely) / (USUALLY_LESS.odds * surely + 1 - surely);
  return { ...own, beside: { ...own.beside, surely: likelier } };
}

/** The steps before the result that some report of search terms tells, the deepest first. */
function stepsTold(situation: Situation): Step[] {
  const { vocabulary } = situation.tables;
  return stepsBefore(resultOf(situation).outcome.id).flatMap((id) => {
    const outcome = vocabulary.outcome(id);
    const count = metricsOf(situation).plainOf('count', id)?.id;
    const { name, label } = outcome;
    return count !== undefined && isTold(situation, 'search term', outcome) ? [{ name, label: lowerFirst(label), count }] : [];
  });
}

/** Words whose searches hardly lead to a step, that results have not told already, and that do not bring more results than others for all that. */
export function hardlyAny(
  bySteps: readonly Term[],
  { terms, keywords, told }: { readonly terms: readonly Term[]; readonly keywords: readonly string[]; readonly told: readonly Gram[] },
): Gram[] {
  const known = new Set(told.flatMap((gram) => gram.terms.map(partKey)));
  const results = new Map(terms.map((term) => [partKey(term), term]));
  const left = bySteps.filter((term) => !known.has(partKey(term)));
  return costlyGrams(left, keywords, HARDLY_ANY).filter((gram) => {
    const own = gram.terms.flatMap((term) => results.get(partKey(term)) ?? []);
    return sum(own.map(({ outcomes }) => outcomes)) <= sum(own.map(({ inCampaign }) => inCampaign));
  });
}

function byGram(terms: readonly Term[]): Map<string, Term[]> {
  const grams = new Map<string, Term[]>();
  for (const term of terms)
    for (const gram of gramsOf(term)) {
      const own = grams.get(gram) ?? [];
      grams.set(gram, own);
      own.push(term);
    }
  return grams;
}

/** By results, or by a step on the way to them. */
function findingOf(situation: Situation, own: Gram, days: Situation['days'], step?: Step): OtherFinding {
  const { gram, terms, spend, outcomes, expected } = own;
  const words = new Words(situation.style);
  const { many: results, several } = resultOf(situation);
  const many = step ? step.label : results;
  const brought = step ? quantity(Math.round(outcomes), step.name, step.label, situation.style) : several(outcomes, situation.style);
  const byMoney = [...new Map(terms.map(({ name }) => [name, totalOf(terms.filter((each) => each.name === name))]))].toSorted(
    ([, a], [, b]) => b.spend - a.spend,
  );
  const campaigns = [...new Set(terms.map(({ campaignName }) => campaignName))];
  const intent = USUAL_INTENTS.get(gram);
  return {
    check: 'searches',
    trouble: 'wrong intent',
    key: findingKey('searches', 'wrong intent', gram),
    about: { kind: 'Words of searches', name: `“${gram}”`, path: [] },
    group: 'loses money',
    money: atPace(situation, wasteOf(own), days),
    days,
    since: null,
    says: `Searches with “${gram}” took ${words.money(spend)} and brought ${brought}; for the same money other searches bring ${words.few(expected)}.`,
    evidence: [
      `${quantity(byMoney.length, 'search', 'searches', situation.style)} in ${quantity(campaigns.length, 'campaign', 'campaigns', situation.style)}: ${campaigns.join(', ')}.`,
      ...(step ? [`Its ${results} alone are too few to tell; whoever does not come as far as this will hardly bring any.`] : []),
      ...(intent === undefined ? [] : [`Whoever searches so usually wants ${intent}; that is counted in.`]),
      `Surely less than two thirds of what searches bring (as the channels claim, by click date, ${words.days(days)}), also after allowing for chance in so many words.`,
    ],
    advice: `Exclude “${gram}” there, unless the client wants to be seen by who searches so.`,
    happened: [],
    picture: {
      kind: 'table',
      title: 'The searches with the most spend',
      heads: ['search', 'spend', many],
      rows: byMoney.slice(0, MOST_NAMED).map(([name, spent]) => [name, words.money(spent.spend), words.count(spent.outcomes)]),
    },
    members: byMoney.map(([name]) => name),
    rows: {
      screen: 'compare',
      metric: 'spend',
      rows: ['search term', 'campaign'],
      where: [{ dimension: 'search term', any: [{ test: 'contains', value: gram }] }],
      period: days,
    },
  };
}

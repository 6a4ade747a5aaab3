import type { RehearsalReply, RuleBody } from '@lens/contract';
import { isListed, TARGET_METRICS, type TargetMetric } from '@lens/core';
import type { Change } from '../market/src/people/settings';
import { daysOf, type Lived, lived } from '../market/src/truth/lived';
import { dayOf } from '../market/src/world/calendar';
import type { ClientWorld } from '../market/src/world/spec';
import { earned } from './best';
import type { Figure } from './figures';
import { rehearsed, ruledParts, turnOn } from './product';

/** The rule that is turned on where its rehearsal says that it would have helped: what spends and brings nothing is shut out. */
const TURNED_ON = 'idle';

/** A rehearsal with what its rule would have changed, lived. */
interface Judged {
  readonly rule: string;
  readonly verdict: RehearsalReply['verdict'];
  readonly told: number;
  readonly truly: number;
}

type Condition = RuleBody['all'][number];

/** Rules that a person may write, good ones and bad ones, of parts and of campaigns. */
function rulesFor(metric: TargetMetric, parts: readonly string[]): RuleBody[] {
  const { count, bound } = TARGET_METRICS[metric];
  const spent = (than: number): Condition => ({ metric: 'spend', test: 'above', than, scale: 'may cost' });
  const none: Condition = { metric: count, test: 'at most', than: 0, scale: 'amount' };
  const some: Condition = { metric: count, test: 'at least', than: 3, scale: 'amount' };
  const far = (isGood: boolean): Condition =>
    bound === 'at least'
      ? { metric, test: isGood ? 'above' : 'below', than: isGood ? 3 : 1, scale: 'amount' }
      : { metric, test: isGood ? 'below' : 'above', than: isGood ? 0.5 : 2, scale: 'may cost' };
  const asked: readonly (readonly [label: string, days: number, all: readonly Condition[]])[] = [
    ['idle', 10, [spent(2), none]],
    ['idle for three days', 3, [spent(0.3), none]],
    ['dear', 28, [spent(1), far(false)]],
    ['cheap', 28, [some, far(true)]],
  ];
  return [...parts, 'campaign'].flatMap((of) =>
    asked.map(([label, days, all]) => ({
      ...{ label: `${label} ${of}`, of: of as RuleBody['of'], days, all, where: [], every: 7 },
      then: isListed(of) ? ('exclude' as const) : ('pause' as const),
    })),
  );
}

/** Rehearses rules of a client, turns on those that shut out what brings nothing where that would have helped, and lives the same days with and without what each would have proposed on its day. */
export async function judgeRehearsals(
  address: string,
  { id, client, say }: { readonly id: string; readonly client: ClientWorld; readonly say: (line: string) => void },
): Promise<Judged[]> {
  const { metric, parts } = await ruledParts(address, id);
  const ids = new Map(client.campaigns.map((campaign) => [campaign.name, campaign.id]));
  const known = new Map<string, Lived>();
  const judged: Judged[] = [];
  for (const rule of rulesFor(metric, parts)) {
    const { verdict, sum, proposed } = await rehearsed(address, id, rule);
    if (rule.label === `${TURNED_ON} ${rule.of}` && isListed(rule.of) && verdict === 'helped') await turnOn(address, id, rule);
    const told = proposed.filter(({ after }) => after !== null);
    if (verdict !== 'helped' && verdict !== 'hurt') continue;
    const changes = told.flatMap(({ campaignName, name, on }): Change[] => {
      const campaign = ids.get(campaignName);
      const of = { day: dayOf(String(on)), by: 'judge' };
      if (campaign === undefined) return [];
      return [
        isListed(rule.of)
          ? { ...of, campaign, field: 'block', what: name, value: 'blocked' }
          : { ...of, campaign, field: 'status', what: '', value: 'paused' },
      ];
    });
    if (changes.length < told.length) continue;
    const days = daysOf({ from: Math.min(...changes.map(({ day }) => day)), to: dayOf(String(told[0]?.after?.days.to)) });
    const key = `${days[0]} ${days.at(-1)}`;
    const without = known.get(key) ?? lived(client, [], days);
    known.set(key, without);
    const truly = earned(client, lived(client, changes, days)) - earned(client, without);
    judged.push({ rule: rule.label, verdict, told: sum?.gain.middle ?? 0, truly });
    say(
      `${client.name}, ${rule.label}: ${verdict}, ${(sum?.gain.middle ?? 0).toFixed(0)} told, ${truly.toFixed(0)} lived, ${told.length} proposed.`,
    );
  }
  return judged;
}

/** Whether a rule that is said to have helped, or to have hurt, truly would have. */
export function figuresOfRehearsals(judged: readonly Judged[]): Figure[] {
  const right = judged.filter(({ verdict, truly }) => (verdict === 'hurt' ? truly < 0 : truly > 0)).length;
  return [
    { name: 'Rehearsals that say helped or hurt', value: judged.length, bar: null, unit: '' },
    { name: 'Rehearsals: what they say is so', value: judged.length === 0 ? 1 : right / judged.length, bar: 0.9, unit: '%' },
  ];
}

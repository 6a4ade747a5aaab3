import type { Unit } from '../figure/text';

/** How amounts of a measure combine over days and members (calculations, chapter 2). */
export type Additivity =
  /** Sums over days and members. */
  | 'adds'
  /** Different people: the same ones may stand in several rows. Of more than one row at least the largest, at most the sum. */
  | 'people'
  /** A state on a day (a daily budget, a status): never summed, the latest one counts. */
  | 'setting';

export interface Measure {
  readonly name: string;
  readonly label: string;
  readonly unit: Unit;
  readonly additivity: Additivity;
  readonly definition: string;
  /** Counted by the client's own site, not by a channel: whoever delivers only such is no place where traffic is bought. */
  readonly bySite?: boolean;
  /** Header words that suggest this measure at intake, lower case. */
  readonly headers: readonly string[];
}

/**
 * Every measure a feed may deliver. To add one, add a line: storage, intake, comparison and trace
 * read this list (docs/extending.md).
 */
export const MEASURES = [
  {
    name: 'spend',
    label: 'Spend',
    unit: 'money',
    additivity: 'adds',
    definition: 'What the channel charged, as its report states it.',
    headers: [
      ...['spend', 'cost', 'costs', 'amount spent', 'total spend', 'total cost', 'ad spend', 'media cost'],
      // German, French, Spanish, Portuguese, Italian, Dutch, Polish, Swedish, Danish and Norwegian, Czech, Hungarian, Turkish, Russian, Japanese, Chinese.
      ...[
        'kosten',
        'ausgaben',
        'werbeausgaben',
        'coût',
        'coûts',
        'dépenses',
        'montant dépensé',
        'gasto',
        'coste',
        'importe gastado',
        'inversión',
      ],
      ...[
        'custo',
        'gastos',
        'valor usado',
        'spesa',
        'costo',
        'importo speso',
        'uitgaven',
        'besteed bedrag',
        'koszt',
        'wydatki',
        'wydana kwota',
      ],
      ...[
        'kostnad',
        'spenderat belopp',
        'omkostninger',
        'forbrug',
        'brugt beløb',
        'utgift',
        'náklady',
        'útrata',
        'költség',
        'harcama',
        'maliyet',
      ],
      ...['расход', 'расходы', 'затраты', '費用', 'ご利用額', '支出', '花费', '费用'],
    ],
  },
  {
    name: 'impressions',
    label: 'Impressions',
    unit: 'count',
    additivity: 'adds',
    definition: 'How often an ad was shown.',
    headers: ['impressions', 'impr', 'imps', 'views', 'ad views', 'impressionen', 'impresiones', 'impressões', 'shown'],
  },
  {
    name: 'clicks',
    label: 'Clicks',
    unit: 'count',
    additivity: 'adds',
    definition: 'Clicks of every kind that the channel counts.',
    headers: ['clicks', 'all clicks', 'klicks', 'clics', 'cliques'],
  },
  {
    name: 'visits',
    label: 'Visits',
    unit: 'count',
    additivity: 'adds',
    bySite: true,
    definition: 'Visits to the site, as its own analytics count them.',
    headers: ['visits', 'sessions', 'besuche', 'visites', 'visitas', 'sitzungen'],
  },
  {
    name: 'new visitors',
    label: 'New visitors',
    unit: 'count',
    additivity: 'adds',
    bySite: true,
    definition: 'Visits by people the site had not seen before.',
    headers: ['new visitors', 'new users', 'neue besucher', 'nouveaux visiteurs'],
  },
  {
    name: 'visits that stayed',
    label: 'Visits that stayed',
    unit: 'count',
    additivity: 'adds',
    bySite: true,
    definition: 'Visits longer than the site’s analytics ask for, often ten seconds.',
    headers: ['visits that stayed', 'engaged visits'],
  },
  {
    name: 'impressions lost to budget',
    label: 'Lost to budget',
    unit: 'count',
    additivity: 'adds',
    definition: 'Impressions the campaign could have had but for its daily budget.',
    headers: ['impressions lost to budget', 'lost to budget', 'lost impressions budget'],
  },
  {
    name: 'people reached',
    label: 'People reached',
    unit: 'count',
    additivity: 'people',
    definition: 'Different people who were shown an ad.',
    headers: ['people reached', 'reach', 'unique reach', 'reached people', 'reichweite', 'couverture', 'alcance'],
  },
  {
    name: 'people who clicked',
    label: 'People who clicked',
    unit: 'count',
    additivity: 'people',
    definition: 'Different people who clicked.',
    headers: ['people who clicked', 'unique clicks', 'unique clickers'],
  },
  {
    name: 'daily budget',
    label: 'Daily budget',
    unit: 'money',
    additivity: 'setting',
    definition: 'The most a campaign may spend on a day.',
    headers: ['daily budget', 'budget per day', 'budget', 'tagesbudget', 'budget quotidien'],
  },
  {
    name: 'running',
    label: 'Running',
    unit: 'count',
    additivity: 'setting',
    definition: 'Whether the member was switched on that day: 1 running, 0 paused.',
    headers: ['status', 'state', 'ad status', 'campaign status', 'running', 'zustand', 'état', 'estado'],
  },
] as const satisfies readonly Measure[];

export type MeasureName = (typeof MEASURES)[number]['name'];

const byName = new Map<string, Measure>(MEASURES.map((measure) => [measure.name, measure]));

export const MEASURE_NAMES = MEASURES.map((measure) => measure.name) as readonly MeasureName[];

/** Whether a term key names a measure that only the client's own site counts. */
export const isBySite = (key: string): boolean => byName.get(key)?.bySite === true;

/** Looks a measure up; throws a RangeError for a name that is not on the list. */
export function measureNamed(name: MeasureName): Measure {
  const measure = byName.get(name);
  if (!measure) throw new RangeError(`No measure is called "${name}"`);
  return measure;
}

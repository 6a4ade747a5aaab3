import { operation } from '../../formula/formula';
import type { DateBasis } from '../../measure/outcome';
import type { Metric } from '../metric';
import { earned, outcome, spend } from './words';

const BY: Readonly<Record<DateBasis, string>> = {
  click: 'counted on the day of the click before it: recent days have more to come',
  sale: 'counted on the day it was made',
};

const NAME: Readonly<Record<DateBasis, string>> = { click: 'Click-day', sale: 'Sale-day' };

function byDay(basis: DateBasis): Metric[] {
  const fixed = { basis };
  const [count, value] = [outcome('count', 'purchase', fixed), outcome('value', 'purchase', fixed)];
  const name = (label: string): Pick<Metric, 'label'> => ({ label: `${NAME[basis]} ${label}` });
  return [
    {
      ...{ id: `purchases-by-${basis}`, ...name('purchases'), unit: 'count', better: 'higher', formula: count },
      definition: `Orders, each ${BY[basis]}.`,
    },
    {
      ...{ id: `cpa-by-${basis}`, ...name('CPA'), unit: 'money', better: 'lower', formula: operation(spend, '/', count) },
      definition: `Spend of the days for each purchase, ${BY[basis]}.`,
    },
    {
      ...{ id: `aov-by-${basis}`, ...name('AOV'), unit: 'money', better: 'higher', formula: operation(value, '/', count) },
      definition: `Average value of an order, ${BY[basis]}.`,
    },
    {
      ...{ id: `roas-by-${basis}`, ...name('ROAS'), unit: 'ratio', better: 'higher', formula: operation(value, '/', spend) },
      definition: `Value for each unit of spend, ${BY[basis]}.`,
    },
    {
      ...{ id: `profit-by-${basis}`, ...name('profit'), unit: 'money', better: 'higher' },
      formula: operation(earned('purchase', fixed), '-', spend),
      definition: `Value × the margin of its day, less spend, ${BY[basis]}.`,
    },
  ];
}

/** Results by the day of the sale beside those by the day of the click, whichever the question counts by. */
export const LATE_SALES: readonly Metric[] = [...byDay('click'), ...byDay('sale')];

/** Each by click beside its twin by sale. */
export const LATE_SALES_IDS = byDay('click').flatMap(({ id }) => [id, id.replace('-by-click', '-by-sale')]);

import type { Question } from './question';

/** A question of which only some things are asked: everything of the clients by channel, known now, compared with nothing. */
export const plainQuestion = (
  of: Pick<Question, 'clients' | 'period' | 'metricSet' | 'countedBy' | 'basis'> & Partial<Question>,
): Question => ({
  currency: null,
  comparison: null,
  knownOn: null,
  rows: ['channel'],
  columns: null,
  where: [],
  named: '',
  having: [],
  sort: { by: 'spend', of: 'now', direction: 'descending' },
  page: null,
  ...of,
});

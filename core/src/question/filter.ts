import type { CodeTest, RowFilter, Tells } from '../grain/row-filter';
import type { AccountInfo, ClientTables } from '../grain/tables';
import { compileTest, type TextTest } from '../text/text-test';
import type { Day } from '../time/day';
import { accountCode, dayCode, isAccountDimension, isDayDimension, isRowDimension } from './dimensions';
import type { Names } from './names';

/** Keeps what has a name that passes one of the tests. */
export interface Filter {
  readonly dimension: string;
  readonly any: readonly TextTest[];
}

/** The filters of a question by what they are asked of; absent where all is kept. */
export interface Kept {
  readonly filter: RowFilter;
  readonly accounts?: ReadonlySet<number>;
  readonly keepsDay?: (day: Day) => boolean;
}

const passesAny = ({ any }: Filter): ((name: string) => boolean) => {
  const tests = any.map(compileTest);
  return (name) => tests.some((passes) => passes(name));
};

/** What a row that leaves a dimension empty comes to: only questions of emptiness itself can be answered of it. */
const ofEmpty = ({ any }: Filter): Tells =>
  any.some(({ test }) => test === 'is empty') ? 'yes' : any.every(({ test }) => test === 'is filled') ? 'no' : 'unknown';

/** Makes a filter ready for codes, each of which is looked at once. */
export function codeTest(filter: Filter, names: Names): CodeTest {
  const { dimension } = filter;
  const passes = passesAny(filter);
  const known = new Map<number, boolean>();
  return {
    dimension,
    passes: (code) => {
      let own = known.get(code);
      if (own === undefined) known.set(code, (own = passes(names(dimension, code))));
      return own;
    },
    empty: ofEmpty(filter),
  };
}

/** Makes filters ready for the rows of a client's accounts. All of them must pass. */
export function compileFilters(
  filters: readonly Filter[],
  { accounts, clients }: Pick<ClientTables, 'accounts' | 'clients'>,
  names: Names,
): Kept {
  const tests = filters.map((each) => ({ dimension: each.dimension, passes: passesAny(each) }));
  const ofAccounts = tests.flatMap(({ dimension, passes }) =>
    isAccountDimension(dimension) ? [(account: AccountInfo) => passes(names(dimension, accountCode(dimension, account, clients)))] : [],
  );
  const ofDays = tests.flatMap(({ dimension, passes }) =>
    isDayDimension(dimension) ? [(day: Day) => passes(names(dimension, dayCode(dimension, day)))] : [],
  );
  return {
    filter: filters.filter(({ dimension }) => isRowDimension(dimension)).map((each) => codeTest(each, names)),
    ...(ofAccounts.length > 0
      ? { accounts: new Set(accounts.flatMap((account, at) => (ofAccounts.every((passes) => passes(account)) ? [at] : []))) }
      : {}),
    ...(ofDays.length > 0 ? { keepsDay: (day: Day) => ofDays.every((passes) => passes(day)) } : {}),
  };
}

import { type ClosedTerm, termKey } from '../measure/term';
import type { Day, DayRange } from '../time/day';
import { listKnows } from './known-cells';
import type { Narrowing } from './narrowing';
import { isListed, lists, ordersAnswer } from './source';
import { type ClientTables, listsBy, numberOn, type OrderTable } from './tables';

/** Of whom lists of outcomes are asked. */
interface Whom {
  readonly account: number;
  readonly dimensions: readonly string[];
  /** Whose lists, by index; those of the account's client by default. */
  readonly client?: number;
}

/** The days on which lists of outcomes know terms. */
export class ListedDays {
  private readonly known = new Map<string, Uint8Array>();

  constructor(
    private readonly tables: ClientTables,
    private readonly narrowing: Pick<Narrowing, 'required' | 'isRipe'>,
    private readonly window: DayRange,
  ) {}

  /** By day of the window 1 where a term is known for an account at a breakdown: the same for all its campaigns. */
  days(term: ClosedTerm, { account, dimensions, client = clientOf(this.tables, account) }: Whom): Uint8Array {
    const key = `${termKey(term)} ${account} ${client} ${dimensions.join()}`;
    const known = this.known.get(key) ?? this.find(term, { account, dimensions, client });
    this.known.set(key, known);
    return known;
  }

  private find(term: ClosedTerm, { account, dimensions, client }: Required<Whom>): Uint8Array {
    const days = new Uint8Array(this.window.to - this.window.from + 1);
    if (this.tables.accounts[account]?.sellsItself === true) return days;
    const own = (isListed(term) ? listsBy(this.tables, term.countedBy) : []).filter(
      (table) =>
        (table.client ?? 0) === client &&
        lists(table, term) &&
        [...this.narrowing.required(term), ...dimensions].every((each) => table.codes.has(each)),
    );
    return days.map((_, at) => {
      const day = this.window.from + at;
      return this.narrowing.isRipe(term, day) && hasNumber(this.tables, term, client, day) && ordersKnow(own, term, day) ? 1 : 0;
    });
  }
}

/**
 * Orders know of a member what their tags say: without a tag for a device, orders by device are not measured, which is
 * not 0. Where one of several lists does not tell an amount, the others do not know it as a whole.
 */
function ordersKnow(own: readonly OrderTable[], term: ClosedTerm, day: Day): boolean {
  const known = own.filter((table) => listKnows(table, day));
  return known.length > 0 && known.every((table) => ordersAnswer(table, term));
}

/** Whose an account is, by index. */
export const clientOf = ({ accounts }: Pick<ClientTables, 'accounts'>, account: number): number => accounts[account]?.client ?? 0;

/** Whether a client has the number that a term may need on a day. */
export const hasNumber = (tables: Pick<ClientTables, 'clients'>, term: ClosedTerm, client: number, day: Day): boolean =>
  !term.times || numberOn(tables, client, term.times.id, day) !== undefined;

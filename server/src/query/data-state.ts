import { clientRecord } from '../store/client-record';
import { type Db, writesSeen } from '../store/database';
import { decisionsSeen } from '../store/moves';

/**
 * Numbers the states of each client's data: the number of a client grows whenever something that its
 * answers are made of has changed, and stays while it has not.
 */
export class DataStates {
  private readonly known = new Map<string, { seen: string; record: string; number: number }>();

  constructor(private readonly db: Db) {}

  of(client: string): number {
    const known = this.known.get(client);
    const seen = writesSeen(this.db);
    if (known?.seen === seen) return known.number;
    const record = JSON.stringify({ ...clientRecord(this.db, client), decisions: decisionsSeen(this.db, client) });
    const number = known?.record === record ? known.number : (known?.number ?? 0) + 1;
    this.known.set(client, { seen, record, number });
    return number;
  }
}

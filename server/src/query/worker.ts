import { Piscina } from 'piscina';
import { ClientData } from './client-data';
import { QUERIES, type QueryName } from './registry';

/** The query thread: the data of all clients in its memory, asked by the name of a query. */
const { dataFolder } = Piscina.workerData as { dataFolder: string };
const data = new ClientData(dataFolder);

export default function run({ query, args }: { query: QueryName; args: readonly unknown[] }): unknown {
  return (QUERIES[query] as (of: ClientData, ...args: readonly unknown[]) => unknown)(data, ...args);
}

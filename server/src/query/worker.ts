import { Piscina } from 'piscina';
import { QueryEngine } from './engine';

/** The query thread: one engine with its column tables, called by method name. */
const { dataFolder } = Piscina.workerData as { dataFolder: string };
const engine = new QueryEngine(dataFolder);

export type QueryMethod = keyof QueryEngine;

export default function run({ method, args }: { method: QueryMethod; args: readonly unknown[] }): unknown {
  return (engine[method] as (...of: readonly unknown[]) => unknown).apply(engine, [...args]);
}

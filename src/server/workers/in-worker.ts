import { type Database, fileOf } from '@/data/database';
import type { Watch } from '../commands/command';
import { runOnData } from './pool';
import { TASKS, type TaskName, type Tasks } from './tasks';

/** Who waits for work: whether they still do, and how far it has come, from 0 to 1. */
export interface Waiting {
  readonly signal?: AbortSignal;
  readonly onShare?: (share: number) => void;
}

type Input<Name extends TaskName> = Parameters<Tasks[Name]>[1];
type Output<Name extends TaskName> = Awaited<ReturnType<Tasks[Name]>>;

/**
 * Runs what may take long apart from the requests of others: in a thread, on connections of its own. On data in memory,
 * to which there is no other way, it runs here.
 */
export async function inWorker<Name extends TaskName>(
  db: Database,
  name: Name,
  input: Input<Name>,
  { signal, onShare = () => undefined }: Waiting = {},
): Promise<Output<Name>> {
  const file = fileOf(db);
  if (file !== null) return (await runOnData(name, file, input, onShare, signal)) as Output<Name>;
  const watch: Watch = { onProgress: onShare, signal: signal ?? { aborted: false } };
  const task = TASKS[name] as (on: { db: Database }, input: unknown, watch: Watch) => Promise<unknown>;
  return (await task({ db }, input, watch)) as Output<Name>;
}

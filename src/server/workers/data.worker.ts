import type { MessagePort } from 'node:worker_threads';
import { type Database, connectTo } from '@/data/database';
import { PlanMemory } from '@/data/week/plan-memory';
import type { Watch } from '../commands/command';
import type { Connections } from '../commands/settle';
import { TASKS, type TaskName } from './tasks';

/** Work handed to a thread: which, on which data file, with what, and where it hears and says how it goes. */
export interface DataWork {
  readonly name: TaskName;
  readonly file: string;
  readonly input: unknown;
  /** Its first number becomes 1 where the work is to be given up. */
  readonly stop: SharedArrayBuffer;
  readonly port: MessagePort;
}

/** The connections of a thread to a data file, and what it looked at there last. */
type ThreadConnections = Required<Connections> & { readonly memory: PlanMemory };

const OPEN = new Map<string, Promise<ThreadConnections>>();

/** The connections of this thread to a data file: one that only reads, and one that writes. */
function connections(file: string): Promise<ThreadConnections> {
  let open = OPEN.get(file);
  if (!open) {
    open = opened(file);
    open.catch(() => OPEN.delete(file));
    OPEN.set(file, open);
  }
  return open;
}

async function opened(file: string): Promise<ThreadConnections> {
  const reader: Database = await connectTo(file, { reading: true });
  return { reader, db: await connectTo(file, { reading: false }), memory: new PlanMemory() };
}

/** Does work on a data file. Whoever waits for it may stop it between two queries, never within one. */
export async function work({ name, file, input, stop, port }: DataWork): Promise<unknown> {
  const flag = new Int32Array(stop);
  const watch: Watch = {
    onProgress: (share) => port.postMessage(share),
    signal: {
      get aborted() {
        return Atomics.load(flag, 0) === 1;
      },
    },
  };
  const task = TASKS[name] as (on: ThreadConnections, input: unknown, watch: Watch) => Promise<unknown>;
  return task(await connections(file), input, watch);
}

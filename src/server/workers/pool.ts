import { join } from 'node:path';
import type { ResourceLimits } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { Proposal } from '@/core/propose/propose';
import type { ProposalTask, TaskProgress } from '../propose/task';
import type { TaskName } from './tasks';

/** How long a file may take to read, in milliseconds, and how much memory it may take, in megabytes. */
const FILE_LIMITS = { time: 10_000, memory: 448 };

/** How much memory the objects of a proposal may take, in megabytes; what solves linear programs has its own. */
const PROPOSAL_MB = 448;

/** How long a thread that has nothing to do is kept, in milliseconds. */
const IDLE_MS = 60_000;

/** Plans are made and dropped by the thousand people: with room for them they are cleared away far less often. */
const YOUNG_MB = 96;

type PoolName = 'files' | 'looks' | 'papers' | 'deeds' | 'proposals';

// Pages and route handlers get a copy of this module each; the threads must be the same.
const shared = globalThis as { vicendaThreads?: Map<PoolName, Piscina>; vicendaStops?: Set<Int32Array> };

const FILE_OF: Partial<Record<PoolName, string>> = { files: 'read-file.mjs', proposals: 'propose.mjs' };
/** How much memory the threads of a pool may take. */
const LIMITS_OF: Partial<Record<PoolName, ResourceLimits>> = {
  files: { maxOldGenerationSizeMb: FILE_LIMITS.memory, maxYoungGenerationSizeMb: 32 },
  proposals: { maxOldGenerationSizeMb: PROPOSAL_MB, maxYoungGenerationSizeMb: YOUNG_MB },
};

/**
 * Threads by what they do. Those that read files or propose have no database, so that they may be ended at any moment. Those
 * that look at the data and those that change it are never ended while they work, as that would end the process;
 * what is asked to be done does not wait behind what is only looked at, nor either behind a file that is being made.
 */
function threads(name: PoolName): Piscina {
  shared.vicendaThreads ??= new Map();
  const known = shared.vicendaThreads.get(name);
  if (known) return known;
  const file = FILE_OF[name] ?? 'data.mjs';
  const made = new Piscina({
    filename: join(/* turbopackIgnore: true */ process.cwd(), '.workers', file),
    // Somebody who types waits for what is looked at: one thread is there from the start.
    minThreads: name === 'looks' ? 1 : 0,
    maxThreads: name === 'papers' ? 1 : 2,
    idleTimeout: IDLE_MS,
    resourceLimits: LIMITS_OF[name] ?? { maxYoungGenerationSizeMb: YOUNG_MB },
  });
  shared.vicendaThreads.set(name, made);
  return made;
}

/** Starts what has to be ready at once. */
export function startWorkers(): void {
  threads('looks');
}

/** Flags of the work on data that is under way. */
function stops(): Set<Int32Array> {
  return (shared.vicendaStops ??= new Set());
}

/** What somebody waits for while they type, and what makes files, which takes seconds; all else changes something. */
const POOL_OF: Partial<Record<TaskName, PoolName>> = {
  preview: 'looks',
  planImport: 'looks',
  planDraft: 'looks',
  planShiftImport: 'looks',
  planShiftDraft: 'looks',
  fairness: 'looks',
  fairnessBehind: 'looks',
  kindShares: 'looks',
  printPdf: 'papers',
  printOwnMonth: 'papers',
  weekBook: 'papers',
};

/**
 * Runs a task on a data file in a thread. Where `signal` says that nobody waits any more, it is given up between two
 * queries.
 */
export async function runOnData(
  name: TaskName,
  file: string,
  input: unknown,
  onShare: (share: number) => void,
  signal?: AbortSignal,
): Promise<unknown> {
  return runStoppable(POOL_OF[name] ?? 'deeds', { name, file, input }, onShare, signal);
}

/** Runs work whose words on the way are heard, and that reads from a flag whether it is to stop. */
async function runStoppable<Said>(
  pool: PoolName,
  work: object,
  onSaid: (said: Said) => void,
  signal?: AbortSignal,
): Promise<unknown> {
  const stop = new SharedArrayBuffer(4);
  const flag = new Int32Array(stop);
  const giveUp = () => Atomics.store(flag, 0, 1);
  if (signal?.aborted) giveUp();
  signal?.addEventListener('abort', giveUp, { once: true });
  stops().add(flag);
  const { port1, port2 } = new MessageChannel();
  port1.onmessage = (event: MessageEvent<Said>) => onSaid(event.data);
  try {
    return await threads(pool).run(
      { ...work, stop, port: port2 },
      { name: 'work', transferList: [port2 as never] },
    );
  } finally {
    port1.close();
    stops().delete(flag);
    signal?.removeEventListener('abort', giveUp);
  }
}

/** Why work in a thread came to nothing. */
export class OverLimit extends Error {
  constructor(readonly limit: 'time' | 'memory') {
    super(`over the limit of ${limit}`);
  }
}

/**
 * Runs a function of the file worker. The thread is ended when it takes too long or too much memory.
 * @throws OverLimit then; whatever the function throws otherwise
 */
export async function runOnFile<T>(
  name: string,
  task: { readonly bytes: Uint8Array },
  onProgress: (rows: number) => void,
): Promise<T> {
  const { port1, port2 } = new MessageChannel();
  port1.onmessage = (event: MessageEvent<number>) => onProgress(event.data);
  const late = AbortSignal.timeout(FILE_LIMITS.time);
  try {
    return (await threads('files').run(
      { ...task, port: port2 },
      { name, signal: late, transferList: [port2 as never] },
    )) as T;
  } catch (error) {
    if (late.aborted) throw new OverLimit('time');
    if ((error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY') throw new OverLimit('memory');
    throw error;
  } finally {
    port1.close();
  }
}

/**
 * Looks for a proposal in a thread. Where `signal` says so it stops, and gives what is best so far.
 * @throws whatever looking throws
 */
export async function runProposal(
  asked: ProposalTask,
  onProgress: (progress: TaskProgress) => void,
  signal: AbortSignal,
): Promise<Proposal[]> {
  return (await runStoppable('proposals', { asked }, onProgress, signal)) as Proposal[];
}

/** Asks work on the data to be given up between two queries; what is being written already is done to its end. */
export function giveUpWork(): void {
  for (const flag of stops()) Atomics.store(flag, 0, 1);
}

/** Ends the threads: files are dropped, work on the data is given up or done to its end. */
export async function closeWorkers(): Promise<void> {
  giveUpWork();
  const all = shared.vicendaThreads ?? new Map<PoolName, Piscina>();
  shared.vicendaThreads = undefined;
  for (const [name, pool] of all) await pool.close({ force: name === 'files' || name === 'proposals' });
}

import { join } from 'node:path';
import { Piscina } from 'piscina';

/** How long a file may take to read, in milliseconds, and how much memory it may take, in megabytes. */
const FILE_LIMITS = { time: 10_000, memory: 448 };

// Pages and route handlers get a copy of this module each; the threads must be the same.
const shared = globalThis as { vicendaFiles?: Piscina };

/** Workers that read files: they have no database, so that they may be ended at any moment. */
function fileReaders(): Piscina {
  shared.vicendaFiles ??= new Piscina({
    filename: join(/* turbopackIgnore: true */ process.cwd(), '.workers', 'read-file.mjs'),
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: FILE_LIMITS.memory, maxYoungGenerationSizeMb: 32 },
  });
  return shared.vicendaFiles;
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
    return (await fileReaders().run(
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

/** Ends the threads, once what they do is done. */
export async function closeWorkers(): Promise<void> {
  await shared.vicendaFiles?.close({ force: true });
  shared.vicendaFiles = undefined;
}

import type { CommandAnswer } from '@/server/commands/payload';

/** The answer, or in words that there was none; whoever gave it up gets none. */
export async function reached(
  ask: () => Promise<CommandAnswer>,
  signal?: AbortSignal,
): Promise<CommandAnswer> {
  try {
    return await ask();
  } catch (error) {
    if (signal?.aborted) throw error;
    const message = 'The server cannot be reached. What you typed is still here; try again.';
    return { ok: false, problem: { code: 'unreachable', message, path: '' } };
  }
}

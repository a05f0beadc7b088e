import type { CommandAnswer } from '@/server/commands/payload';
import { readLines } from '../commands/read-lines';
import type { StartEvent, StartRequest } from '@/server/week/payload';

/** Has weeks written, and hears how far it has come. Whoever aborts has nothing written. */
export async function startWeeks(
  id: string,
  input: StartRequest,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<CommandAnswer> {
  try {
    const response = await fetch(`/api/plan/${encodeURIComponent(input.site)}/start`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ id, input }),
      signal,
    });
    for await (const line of readLines<StartEvent>(response)) {
      if ('answer' in line) return line.answer;
      onProgress(line.share);
    }
  } catch {
    if (signal.aborted) return problem('stopped', 'Stopped; nothing was written');
  }
  return problem('unreachable', 'The server cannot be reached, so nothing is known to be written; try again');
}

function problem(code: string, message: string): CommandAnswer {
  return { ok: false, problem: { code, message, path: '' } };
}

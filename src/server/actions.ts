'use server';

import { action } from './access/action';
import { COMMANDS } from './commands/list';
import type { CommandAnswer, CommandRequest } from './commands/payload';
import { runCommand } from './commands/run';
import { inWorker } from './workers/in-worker';

/** Does a command. */
export async function doCommand(request: CommandRequest): Promise<CommandAnswer> {
  return action('command', ({ db, actor }) =>
    COMMANDS.get(request?.kind)?.long
      ? inWorker(db, 'run', { actor, request })
      : runCommand(db, actor, request, { preview: false }),
  );
}

/** Takes a command back; `undoId` names the taking back. `rest`: what of it still fits. */
export async function undo(id: string, undoId: string, rest = false): Promise<CommandAnswer> {
  return action('undo', ({ db, actor }) => inWorker(db, 'undo', { actor, id, undoId, rest }));
}

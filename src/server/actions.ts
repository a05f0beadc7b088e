'use server';

import { action } from './access/action';
import { runCommand } from './commands/run';
import { undoCommand } from './commands/undo';
import type { CommandAnswer, CommandRequest } from './commands/payload';

/** Does a command. */
export async function doCommand(request: CommandRequest): Promise<CommandAnswer> {
  return action('command', ({ db, actor }) => runCommand(db, actor, request, { preview: false }));
}

/** Takes a command back; `undoId` names the taking back. `rest`: what of it still fits. */
export async function takeBack(id: string, undoId: string, rest = false): Promise<CommandAnswer> {
  return action('undo', ({ db, actor }) => undoCommand(db, actor, id, undoId, rest));
}

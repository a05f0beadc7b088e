'use server';

import { currentActor } from './actor';
import { runCommand, undoCommand } from './commands/run';
import type { CommandAnswer, CommandRequest } from './commands/payload';
import { logFailure } from './log';
import { database } from './store';

/** Says what a command would do, without doing it. */
export async function previewCommand(request: CommandRequest): Promise<CommandAnswer> {
  return answering('preview', async () =>
    runCommand(await database(), await currentActor(), requestOf(request), { preview: true }),
  );
}

/** Does a command. */
export async function doCommand(request: CommandRequest): Promise<CommandAnswer> {
  return answering('command', async () =>
    runCommand(await database(), await currentActor(), requestOf(request), { preview: false }),
  );
}

/** Takes a command back; `undoId` names the taking back. */
export async function takeBack(id: string, undoId: string): Promise<CommandAnswer> {
  return answering('undo', async () =>
    undoCommand(await database(), await currentActor(), String(id), String(undoId)),
  );
}

/** What arrives here may have any form: it is what a browser sent. */
function requestOf(request: CommandRequest): CommandRequest {
  return {
    id: String(request?.id ?? '').slice(0, 80),
    kind: String(request?.kind ?? ''),
    input: request?.input,
  };
}

async function answering(where: string, run: () => Promise<CommandAnswer>): Promise<CommandAnswer> {
  try {
    return await run();
  } catch (error) {
    const id = logFailure(error, where);
    const message = `Something went wrong here. It is in the log under ${id}.`;
    return { ok: false, problem: { code: 'failure', message, path: '' } };
  }
}

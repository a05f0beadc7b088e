import { jest } from '@jest/globals';
import { configure } from '@testing-library/react';
import type { Database } from '@/data/database';
import { BUILT_IN_OWNER } from '@/server/access/actor';
import { previewCommand } from '@/server/commands/preview';
import type { CommandAnswer, CommandRequest } from '@/server/commands/payload';
import { runCommand } from '@/server/commands/run';
import { undoCommand } from '@/server/commands/undo';
import { demoDatabase } from '../../../demo/testing';

// Every core is at work where all tests run: what comes at once alone may take a moment.
configure({ asyncUtilTimeout: 6000 });

/**
 * The server behind screens in tests, on the demo in memory: what is saved is saved, what is previewed is worked out.
 * Call before the screens are loaded.
 */
export async function demoServer() {
  // Bytes that Node made are bytes here too: the page of a test has a class of its own for them.
  globalThis.Uint8Array = Object.getPrototypeOf(Buffer) as typeof Uint8Array;
  const server = {
    db: await demoDatabase(),
    /** Commands that were done or refused. */
    answers: [] as CommandAnswer[],
    /** How often pages were asked to show what is stored now. */
    refreshed: 0,
    async begin(): Promise<void> {
      await server.db.destroy();
      server.db = await demoDatabase();
      server.answers.length = 0;
    },
  };
  jest.unstable_mockModule('@/server/actions', () => ({
    doCommand: async (request: CommandRequest) => {
      const answer = await runCommand(server.db, BUILT_IN_OWNER, request, { preview: false });
      server.answers.push(answer);
      return answer;
    },
    undo: (id: string, undoId: string, rest: boolean) =>
      undoCommand(server.db, BUILT_IN_OWNER, id, undoId, rest),
  }));
  jest.unstable_mockModule('next/navigation', () => ({
    useRouter: () => ({ refresh: () => (server.refreshed += 1), push: () => undefined }),
    useSearchParams: () => new URLSearchParams(),
    usePathname: () => '/',
  }));
  globalThis.fetch = (async (_address: string, { body }: { body: string }) => {
    const answer = await previewCommand(server.db, BUILT_IN_OWNER, JSON.parse(body) as CommandRequest);
    return { ok: true, json: () => Promise.resolve(answer) } as Response;
  }) as typeof fetch;
  return server as typeof server & { readonly db: Database };
}

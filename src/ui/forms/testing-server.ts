import { expect, jest } from '@jest/globals';
import { configure, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Database } from '@/data/database';
import { OWNER } from '@/server/access/testing';
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
    /** Saves the form that was edited, and waits for the answer. */
    async save(): Promise<void> {
      await userEvent.click(within(await formBar()).getByRole('button', { name: 'Save' }));
      await waitFor(() => expect(server.answers).toHaveLength(1));
    },
    /** Begins anew with the demo as it was made. */
    async begin(): Promise<void> {
      await server.db.destroy();
      server.db = await demoDatabase();
      server.answers.length = 0;
    },
  };
  jest.unstable_mockModule('@/server/actions', () => ({
    doCommand: async (request: CommandRequest) => {
      const answer = await runCommand(server.db, OWNER, request, { preview: false });
      server.answers.push(answer);
      return answer;
    },
    undo: (id: string, undoId: string, rest: boolean) => undoCommand(server.db, OWNER, id, undoId, rest),
  }));
  jest.unstable_mockModule('next/navigation', () => ({
    useRouter: () => ({ refresh: () => (server.refreshed += 1), push: () => undefined }),
    useSearchParams: () => new URLSearchParams(),
    usePathname: () => '/',
  }));
  globalThis.fetch = (async (_address: string, { body }: { body: string }) => {
    const answer = await previewCommand(server.db, OWNER, JSON.parse(body) as CommandRequest);
    return { ok: true, json: () => Promise.resolve(answer) } as Response;
  }) as typeof fetch;
  return server as typeof server & { readonly db: Database };
}

/** The bar under a form that was edited. */
export function formBar(): Promise<HTMLElement> {
  return screen.findByRole('region', { name: 'Not saved yet' });
}

/** Waits until the bar says what saving would do, or what is wrong. */
export function consequences(text: RegExp): Promise<void> {
  return waitFor(async () => expect((await formBar()).textContent).toMatch(text));
}

/** Types into a field in place of what it holds, and leaves it. */
export async function typeInto(field: HTMLElement, text: string): Promise<void> {
  await userEvent.clear(field);
  await userEvent.type(field, text);
  await userEvent.tab();
}

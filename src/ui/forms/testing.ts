import { jest } from '@jest/globals';
import { configure } from '@testing-library/react';
import type { CommandAnswer, CommandRequest } from '@/server/commands/payload';

// Every core is at work where all tests run: what comes at once alone may take a moment.
configure({ asyncUtilTimeout: 6000 });

/** What the server would say to a command, and what it was asked. For tests of forms; call before they are loaded. */
export function pretendServer() {
  const done: CommandRequest[] = [];
  const server = {
    /** Commands that were sent to be done. */
    done,
    /** Answers a preview and a command alike. */
    answer: (_request: CommandRequest): CommandAnswer => fine('Saved'),
  };
  jest.unstable_mockModule('@/server/actions', () => ({
    doCommand: (request: CommandRequest) => {
      done.push(request);
      return Promise.resolve(server.answer(request));
    },
    undo: () => Promise.resolve(fine('Undone')),
  }));
  jest.unstable_mockModule('next/navigation', () => ({
    useRouter: () => ({ refresh: () => undefined, push: () => undefined }),
  }));
  globalThis.fetch = ((_address: string, { body }: { body: string }) =>
    Promise.resolve({
      ok: true,
      json: () => Promise.resolve(server.answer(JSON.parse(body) as CommandRequest)),
    } as Response)) as typeof fetch;
  return server;
}

/** An answer that all is well. */
export function fine(title: string): CommandAnswer {
  return { ok: true, title, weekImpacts: [], remarks: [], answer: null };
}

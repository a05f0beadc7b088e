import { route } from '@/server/access/route';
import { OPTIONS, scopeOfImport } from '@/server/people/import/command';
import { inWorker } from '@/server/workers/in-worker';

/** What a file that was taken in would do, read by other options. */
export const POST = route(
  {
    name: 'POST import preview',
    permission: 'people.change',
    scope: ({ input }) => scopeOfImport(input),
    body: { json: OPTIONS },
  },
  ({ db, input, request }) => inWorker(db, 'planImport', input, { signal: request.signal }),
);

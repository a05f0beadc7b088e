import { route } from '@/server/access/route';
import { makePins } from '@/server/clock/pins';
import { MAKE_PINS } from '@/server/clock/device-schema';

/** Makes PINs for some people. They are answered this once and stand nowhere, so it is no command, whose answers are kept. */
export const POST = route(
  {
    name: 'POST clock pins',
    permission: 'people.change',
    scope: ({ input }) => ({ people: input.people }),
    body: { json: MAKE_PINS },
  },
  ({ db, actor, input }) => makePins(db, actor, input),
);

import { route } from '@/server/access/route';
import { endSession } from '@/server/accounts/own';
import { END_SESSION } from '@/server/accounts/schema';

/** Ends a session of who asks. */
export const POST = route(
  { name: 'POST end of session', permission: 'self', body: { json: END_SESSION } },
  ({ db, actor, input }) => endSession(db, actor, input.session),
);

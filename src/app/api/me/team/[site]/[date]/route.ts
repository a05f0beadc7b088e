import { route } from '@/server/access/route';
import { tagged } from '@/server/staff/revision';
import { TEAM_ON } from '@/server/staff/schema';
import { teamOn } from '@/server/staff/team';

/** Who works at a site on a day, as far as staff there see each other. */
export const GET = route(
  {
    name: 'GET team',
    permission: 'team.read',
    params: TEAM_ON,
    scope: ({ params: { site } }) => ({ sites: [site] }),
  },
  ({ db, actor, params: { site, date }, request }) =>
    tagged(db, actor, request, `team ${site} ${date}`, () => teamOn(db, actor, site, date)),
);

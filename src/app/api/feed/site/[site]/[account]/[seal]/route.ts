import { linkedRoute } from '@/server/access/linked-route';
import { feedOf } from '@/server/calendar/feeds';
import { SITE_FEED } from '@/server/calendar/schema';

/** A site's published shifts, for the calendar of somebody who sees its plan. */
export const GET = linkedRoute(
  { name: 'GET feed of a site', params: SITE_FEED },
  ({ db, params: { site, account, seal }, request }) =>
    feedOf(db, { kind: 'site', site, account }, seal, request),
);

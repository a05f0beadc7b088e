import { linkedRoute } from '@/server/access/linked-route';
import { feedOf } from '@/server/calendar/feeds';
import { PERSON_FEED } from '@/server/calendar/schema';

/** A person's published shifts and leave, for their calendar. */
export const GET = linkedRoute(
  { name: 'GET feed of a person', params: PERSON_FEED },
  ({ db, params: { person, seal }, request }) => feedOf(db, { kind: 'person', person }, seal, request),
);

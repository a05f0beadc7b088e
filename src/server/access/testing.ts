import type { Actor } from './actor';

/** Somebody who may do everything, for tests that are about something else. */
export const OWNER: Actor = {
  id: 'demo-owner',
  name: 'Runa Deering',
  person: null,
  grants: [{ kind: 'owner', site: null, area: null, seesPay: true }],
  session: null,
};

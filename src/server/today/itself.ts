import type { Actor } from '../access/actor';

/** The application itself, which looks at every site and does what the time brings. */
export const ITSELF: Actor = {
  id: 'watch',
  name: 'Vicenda',
  person: null,
  grants: [{ kind: 'owner', site: null, area: null, seesPay: false }],
  session: null,
};

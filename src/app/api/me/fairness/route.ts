import { route } from '@/server/access/route';
import { ownFairness } from '@/server/fairness/queries';

/** What one carried lately of what is shared out, against one's share. */
export const GET = route({ name: 'GET own fairness', permission: 'self' }, async ({ db, actor }) => {
  const found = await ownFairness(db, actor);
  return found.ok ? Response.json(found) : found;
});

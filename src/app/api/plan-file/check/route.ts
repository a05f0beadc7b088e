import { route } from '@/server/access/route';
import { MOST_TEXT, checkPlanFile } from '@/server/plan-file/commands';

/** What a plan file holds, or all that is wrong with it. Nothing is kept. */
export const POST = route<unknown, unknown, string>(
  { name: 'POST plan file check', permission: 'setup.read', body: { text: true, most: MOST_TEXT } },
  async ({ input }) => Response.json(checkPlanFile(input)),
);

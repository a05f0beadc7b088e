import { route } from '@/server/access/route';
import { todayOf } from '@/server/commands/request';
import { OPTIONS, scopeOfImport } from '@/server/people/import/command';
import { planImport } from '@/server/people/import/plan-import';

/** What a file that was taken in would do, read by other options. */
export const POST = route(
  {
    name: 'POST import preview',
    permission: 'people.change',
    scope: ({ input }) => scopeOfImport(input),
    body: { json: OPTIONS },
  },
  async ({ db, input }) => {
    const planned = await planImport(db, await todayOf(db, input.site ?? undefined), input);
    return planned.ok ? { ok: true, preview: planned.plan.preview } : planned;
  },
);

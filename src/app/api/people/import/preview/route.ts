import { refuseAccess } from '@/server/access';
import { currentActor } from '@/server/actor';
import { todayOf } from '@/server/commands/run';
import { answering, problemResponse, readJson } from '@/server/http';
import { readInput } from '@/server/input';
import { OPTIONS } from '@/server/people/import/command';
import { planImport } from '@/server/people/import/plan-import';
import { database } from '@/server/store';

/** What a file that was taken in would do, read by other options. */
export async function POST(request: Request): Promise<Response> {
  return answering('POST import preview', async () => {
    const body = await readJson(request);
    const read = readInput(OPTIONS, body, 'options');
    if (!read.ok) return problemResponse(read.problem);
    const options = read.value;
    const refused = refuseAccess(await currentActor(), 'people.change', options.site);
    if (refused) return problemResponse(refused.problem);
    const db = await database();
    const planned = await planImport(db, await todayOf(db), options);
    if (!planned.ok) return problemResponse(planned.problem);
    return Response.json(
      { ok: true, preview: planned.plan.preview },
      { headers: { 'cache-control': 'no-store' } },
    );
  });
}

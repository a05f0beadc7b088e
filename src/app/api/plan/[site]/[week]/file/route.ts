import { readDate } from '@/core/time/day';
import { fail } from '@/core/plan/change';
import { currentActor } from '@/server/actor';
import { answering, problemResponse } from '@/server/http';
import { planFileOf } from '@/server/plan-file/queries';
import { database } from '@/server/store';

interface Context {
  params: Promise<{ site: string; week: string }>;
}

/** A site's week as a plan file. */
export async function GET(_request: Request, { params }: Context): Promise<Response> {
  return answering('GET plan file', async () => {
    const { site, week } = await params;
    const day = readDate(week);
    if (day === null) return problemResponse(fail('input', 'no such date', 'week').problem);
    const found = await planFileOf(await database(), await currentActor(), site, day);
    if (!found.ok) return problemResponse(found.problem);
    return new Response(found.text, {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        'content-disposition': `attachment; filename="${found.name}"`,
        'cache-control': 'no-store',
      },
    });
  });
}

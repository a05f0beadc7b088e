import { readDate } from '@/core/time/day';
import { fail } from '@/core/plan/change';
import { currentActor } from '@/server/actor';
import { answering, problemResponse } from '@/server/http';
import { database } from '@/server/store';
import { monthOf } from '@/server/week/queries';

interface Context {
  params: Promise<{ site: string; week: string }>;
}

/** Hours, cost and snags of the weeks around one. */
export async function GET(_request: Request, { params }: Context): Promise<Response> {
  return answering('GET month', async () => {
    const { site, week } = await params;
    const day = readDate(week);
    if (day === null) return problemResponse(fail('input', 'no such date', 'week').problem);
    const found = await monthOf(await database(), await currentActor(), site, day);
    return found.ok ? Response.json(found.weeks) : problemResponse(found.problem);
  });
}

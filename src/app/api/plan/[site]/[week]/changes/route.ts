import { readDate } from '@/core/time/day';
import { fail } from '@/core/plan/change';
import { currentActor } from '@/server/actor';
import { answering, problemResponse, readJson } from '@/server/http';
import { changePlan } from '@/server/plan/commands';
import { readChangeRequest } from '@/server/plan/input';
import { database } from '@/server/store';

interface Context {
  params: Promise<{ site: string; week: string }>;
}

/** Changes a site's week: all of the changes or none. */
export async function POST(request: Request, { params }: Context): Promise<Response> {
  return answering('POST changes', async () => {
    const { site, week } = await params;
    const day = readDate(week);
    if (day === null) return problemResponse(fail('input', 'no such date', 'week').problem);
    const read = readChangeRequest(await readJson(request));
    if (!read.ok) return problemResponse(read.problem);
    const answer = await changePlan(await database(), await currentActor(), site, day, read.request);
    return answer.ok ? Response.json(answer) : problemResponse(answer.problem);
  });
}

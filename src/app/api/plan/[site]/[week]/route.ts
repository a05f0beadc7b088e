import { readDate } from '@/core/time/day';
import { fail } from '@/core/plan/change';
import { currentActor } from '@/server/actor';
import { answering, problemResponse } from '@/server/http';
import { planOfWeek } from '@/server/plan/queries';
import { database } from '@/server/store';

interface Context {
  params: Promise<{ site: string; week: string }>;
}

/** The plan of a site's week. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  return answering('GET plan', async () => {
    const { site, week } = await params;
    const day = readDate(week);
    if (day === null) return problemResponse(fail('input', 'no such date', 'week').problem);
    const asked = Number(new URL(request.url).searchParams.get('days') ?? 7);
    const days = [7, 14, 28].includes(asked) ? asked : 7;
    const found = await planOfWeek(await database(), await currentActor(), site, day, days);
    if (!found.ok) return problemResponse(found.problem);
    return Response.json(found.payload, { headers: { 'cache-control': 'no-store' } });
  });
}

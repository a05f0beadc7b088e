import { readDate } from '@/core/time/day';
import { fail } from '@/core/plan/change';
import { currentActor } from '@/server/actor';
import { answering, problemResponse } from '@/server/http';
import { database } from '@/server/store';
import { latelyOf } from '@/server/week/queries';

interface Context {
  params: Promise<{ site: string; week: string }>;
}

/** How many shifts like one that starts at `from` on `date` each person had lately. */
export async function GET(request: Request, { params }: Context): Promise<Response> {
  return answering('GET lately', async () => {
    const { site } = await params;
    const query = new URL(request.url).searchParams;
    const date = readDate(query.get('date') ?? '');
    const minute = query.get('from') ?? '';
    const from = /^\d{1,4}$/.test(minute) ? Number(minute) : 1440;
    if (date === null || from >= 1440)
      return problemResponse(fail('input', 'no such date or time', 'date').problem);
    const found = await latelyOf(await database(), await currentActor(), site, date, from);
    return found.ok ? Response.json(found.counts) : problemResponse(found.problem);
  });
}

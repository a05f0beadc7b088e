import { currentActor } from '@/server/actor';
import { answering, problemResponse } from '@/server/http';
import { database } from '@/server/store';
import { shiftHistory } from '@/server/week/queries';

interface Context {
  params: Promise<{ site: string; shift: string }>;
}

/** Who changed a shift, and when. */
export async function GET(_request: Request, { params }: Context): Promise<Response> {
  return answering('GET shift', async () => {
    const { site, shift } = await params;
    const found = await shiftHistory(await database(), await currentActor(), site, shift);
    return found.ok ? Response.json(found.events) : problemResponse(found.problem);
  });
}

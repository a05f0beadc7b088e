import { answering, problemResponse } from '@/server/http';
import { fail } from '@/core/plan/change';
import { refuseAccess } from '@/server/access';
import { currentActor } from '@/server/actor';
import { checkPlanFile } from '@/server/plan-file/commands';

const MOST = 8_000_000;

/** What a plan file holds, or all that is wrong with it. Nothing is kept. */
export async function POST(request: Request): Promise<Response> {
  return answering('POST plan file check', async () => {
    const refused = refuseAccess(await currentActor(), 'setup.read', null);
    if (refused) return problemResponse(refused.problem);
    if (Number(request.headers.get('content-length') ?? 0) > MOST)
      return problemResponse(fail('input', 'the file is larger than 8 MB', 'file').problem);
    return Response.json(checkPlanFile(await request.text()));
  });
}

import { route } from '@/server/access/route';
import { MOST_BYTES } from '@/server/import/upload';
import { FILE_TYPES, nameOfFile, uploadAnswer } from '@/server/import/upload-answer';
import { PLAN_ADDRESS, atSite } from '@/server/plan/schema';
import { takeShiftFile } from '@/server/week/import/take-file';

/** Takes a file of shifts in. Answers lines of JSON: how many rows are read, then the preview or what is wrong. */
export const POST = route(
  {
    name: 'POST shift import',
    permission: 'plan.change',
    params: PLAN_ADDRESS,
    scope: atSite,
    body: { bytes: true, most: MOST_BYTES, types: FILE_TYPES },
  },
  async ({ db, actor, params, input, request }) => {
    const file = { ...params, name: nameOfFile(request), bytes: input as Uint8Array };
    return uploadAnswer(request, (onRows) => takeShiftFile(db, actor, file, onRows));
  },
);

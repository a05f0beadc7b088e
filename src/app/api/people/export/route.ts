import { currentActor } from '@/server/actor';
import { answering, problemResponse } from '@/server/http';
import { exportFile, exportLines } from '@/server/people/export';
import { database } from '@/server/store';

const TYPES = {
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
} as const;

/** The people of a site as a file that an import reads. */
export async function GET(request: Request): Promise<Response> {
  return answering('GET export', async () => {
    const asked = new URL(request.url).searchParams;
    const site = asked.get('site');
    const form = asked.get('form') === 'csv' ? 'csv' : 'xlsx';
    const found = await exportLines(await database(), await currentActor(), site === 'all' ? null : site);
    if (!found.ok) return problemResponse(found.problem);
    return new Response(new Uint8Array(await exportFile(found.lines, form)), {
      headers: {
        'content-type': TYPES[form],
        'content-disposition': `attachment; filename="people.${form}"`,
        'cache-control': 'no-store',
      },
    });
  });
}

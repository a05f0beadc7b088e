import { UnreadableFile } from '@/formats/table/cells';
import { refuseAccess } from '@/server/access';
import { currentActor } from '@/server/actor';
import { answering, problemResponse } from '@/server/http';
import { logFailure } from '@/server/log';
import type { UploadLine } from '@/server/people/import/payload';
import { takeBytes, takeFile } from '@/server/people/import/upload';
import { database } from '@/server/store';

/** The name a browser gave the file; a name that cannot be read is no reason to refuse it. */
function nameOf(header: string | null): string {
  try {
    return decodeURIComponent(header ?? 'list').slice(0, 200);
  } catch {
    return 'list';
  }
}

/** Takes a file of people in. Answers lines of JSON: how many rows are read, then the preview or what is wrong. */
export async function POST(request: Request): Promise<Response> {
  return answering('POST import', async () => {
    const site = new URL(request.url).searchParams.get('site');
    const actor = await currentActor();
    const refused = refuseAccess(actor, 'people.change', site);
    if (refused) return problemResponse(refused.problem);
    const name = nameOf(request.headers.get('x-file-name'));
    const encoder = new TextEncoder();
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        const say = (line: UploadLine) => controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
        try {
          const bytes = await takeBytes(request.body);
          const file = { name, bytes, site };
          say({ preview: await takeFile(await database(), actor, file, (rows) => say({ rows })) });
        } catch (error) {
          if (error instanceof UnreadableFile) say({ problem: error.message });
          else
            say({
              problem: `Something went wrong here. It is in the log under ${logFailure(error, 'import')}.`,
            });
        }
        controller.close();
      },
    });
    return new Response(stream, {
      headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
    });
  });
}

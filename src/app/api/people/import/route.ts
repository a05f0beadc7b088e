import Joi from 'joi';
import { UnreadableFile } from '@/formats/table/cells';
import { BUSINESS } from '@/server/access/permissions';
import { failureProblem, route } from '@/server/access/route';
import { ID } from '@/server/input';
import type { UploadEvent } from '@/server/people/import/payload';
import { MOST_BYTES, takeFile } from '@/server/people/import/upload';

/** The name a browser gave the file; a name that cannot be read is no reason to refuse it. */
function nameOf(header: string | null): string {
  try {
    return decodeURIComponent(header ?? 'list').slice(0, 200);
  } catch {
    return 'list';
  }
}

/** Takes a file of people in. Answers lines of JSON: how many rows are read, then the preview or what is wrong. */
export const POST = route(
  {
    name: 'POST import',
    permission: 'people.change',
    query: Joi.object<{ site?: string }>({ site: ID }),
    scope: ({ query: { site } }) => (site === undefined ? BUSINESS : { sites: [site] }),
    body: {
      bytes: true,
      most: MOST_BYTES,
      types: [
        'text/csv',
        'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'application/octet-stream',
      ],
    },
  },
  async ({ db, actor, query: { site = null }, input, request }) => {
    const name = nameOf(request.headers.get('x-file-name'));
    const encoder = new TextEncoder();
    let gone = false;
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        const say = (line: UploadEvent) => {
          if (!gone) controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
        };
        try {
          const file = { name, bytes: input as Uint8Array, site };
          say({ preview: await takeFile(db, actor, file, (rows) => say({ rows })) });
        } catch (error) {
          const unreadable = error instanceof UnreadableFile;
          say({ problem: unreadable ? error.message : failureProblem(error, 'import').message });
        }
        if (!gone) controller.close();
      },
      cancel() {
        gone = true;
      },
    });
    return new Response(stream, { headers: { 'content-type': 'application/x-ndjson' } });
  },
);

import type { Watch } from '@/server/commands/command';
import { runCommand } from '@/server/commands/run';
import { currentActor } from '@/server/actor';
import { answering, readJson } from '@/server/http';
import { logFailure } from '@/server/log';
import { database } from '@/server/store';
import type { StartLine } from '@/server/week/payload';

interface Context {
  params: Promise<{ site: string }>;
}

/**
 * Writes weeks, and answers lines of JSON: how far it has come, then the answer. Whoever stops listening stops the
 * work, and nothing of it is kept.
 */
export async function POST(request: Request, { params }: Context): Promise<Response> {
  return answering('POST start', async () => {
    const { site } = await params;
    const body = (await readJson(request)) as { id?: unknown; input?: object } | undefined;
    const actor = await currentActor();
    const encoder = new TextEncoder();
    let gone = false;
    const stream = new ReadableStream<Uint8Array>({
      async start(controller) {
        const say = (line: StartLine) => {
          if (!gone) controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
        };
        const watch: Watch = {
          async come(share) {
            say({ share });
            // Lets the connection be heard between two writes.
            await new Promise((resolve) => setTimeout(resolve, 0));
            return gone || request.signal.aborted;
          },
        };
        try {
          const asked = { id: String(body?.id ?? ''), kind: 'week.start', input: { ...body?.input, site } };
          say({ answer: await runCommand(await database(), actor, asked, { preview: false, watch }) });
        } catch (error) {
          const message = `Something went wrong here. It is in the log under ${logFailure(error, 'start')}.`;
          say({ answer: { ok: false, problem: { code: 'failure', message, path: '' } } });
        }
        if (!gone) controller.close();
      },
      cancel() {
        gone = true;
      },
    });
    return new Response(stream, {
      headers: { 'content-type': 'application/x-ndjson', 'cache-control': 'no-store' },
    });
  });
}

import type { Database } from '@/data/database';
import { type Actor, actorOf } from '../access/actor';
import { feedOf } from './feed';
import type { LiveEvent } from './payload';

/** How often a stream that has nothing to say says so, and looks whether it may go on, in milliseconds. */
const PULSE_MS = 15_000;

/** Streams that are open in this process; they end when it is asked to stop, else it would wait for them. */
const open = ((globalThis as { vicendaStreams?: Set<() => void> }).vicendaStreams ??= new Set());

/** Ends all streams: browsers come back to another process by themselves. */
export function endStreams(): void {
  for (const end of [...open]) end();
}

/**
 * What happens as it happens, as server-sent events. Ends with the session it was opened by; what the actor may hear
 * is looked up anew while it is open.
 */
export function liveStream(
  db: Database,
  actor: Actor,
  cookies: string | null,
  signal: AbortSignal,
): Response {
  const text = new TextEncoder();
  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      const listener = {
        actor,
        hear: (event: LiveEvent) => controller.enqueue(text.encode(`data: ${JSON.stringify(event)}\n\n`)),
      };
      let ended = false;
      let remove = () => {};
      const pulse = setInterval(() => {
        void actorOf(db, cookies).then((now) => {
          if (ended) return;
          if (!now) return end();
          listener.actor = now;
          controller.enqueue(text.encode(': still here\n\n'));
        }, end);
      }, PULSE_MS);
      end = () => {
        if (ended) return;
        ended = true;
        clearInterval(pulse);
        open.delete(end);
        remove();
        try {
          controller.close();
        } catch {
          // The browser has closed it already.
        }
      };
      open.add(end);
      signal.addEventListener('abort', () => end());
      // Browsers wait a second before they come back; what happened meanwhile they ask for themselves.
      controller.enqueue(text.encode('retry: 1000\n: welcome\n\n'));
      remove = await feedOf(db).add(listener);
      if (ended) remove();
    },
    cancel: () => end(),
  });
  return new Response(body, {
    headers: { 'content-type': 'text/event-stream', 'x-accel-buffering': 'no' },
  });
}

/**
 * Answers lines of JSON while work goes on, each as it is said. `signal` says that nobody listens any more; what the
 * work throws is for it to catch.
 */
export function lineStream<Line>(
  request: Request,
  work: (say: (line: Line) => void, signal: AbortSignal) => Promise<void>,
): Response {
  const encoder = new TextEncoder();
  const gone = new AbortController();
  request.signal.addEventListener('abort', () => gone.abort());
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const say = (line: Line) => {
        if (!gone.signal.aborted) controller.enqueue(encoder.encode(`${JSON.stringify(line)}\n`));
      };
      // Not waited for: nothing is read of a stream before its start has ended.
      void work(say, gone.signal).then(() => {
        if (!gone.signal.aborted) controller.close();
      });
    },
    cancel() {
      gone.abort();
    },
  });
  return new Response(stream, {
    headers: { 'content-type': 'application/x-ndjson', 'x-accel-buffering': 'no' },
  });
}

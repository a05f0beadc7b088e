import type { DemoServer } from '../e2e/server';
import { send, weekAt } from './client';

/** Two servers on one data file, both written to at once. Each has to hold what the other acknowledged. */
export async function twoProcesses(
  one: DemoServer,
  edits: number,
): Promise<{ acknowledged: number; waited: number; lost: number }> {
  const two = one.beside();
  await two.start();
  try {
    const kept = new Map<string, string>();
    let acknowledged = 0;
    let waited = 0;
    const write = async (server: DemoServer, part: number) => {
      const { shifts, version } = await weekAt(server);
      const mine = shifts.filter((_, i) => i % 2 === part);
      for (let i = 0; i < edits / 2; i++) {
        const { id, note: before } = mine[i % mine.length];
        const note = `${part}-${i}`;
        const was = { note: kept.get(id) ?? before };
        // A file that is busy for too long is told, and the same is sent again.
        for (;;) {
          const answer = await send(server, `two-process-${part}-${i}`, version, [
            { do: 'set', id, shift: { note }, was },
          ]);
          if (answer.ok) break;
          if (answer.problem.code !== 'unavailable') throw new Error(answer.problem.message);
          waited++;
        }
        acknowledged++;
        kept.set(id, note);
      }
    };
    await Promise.all([write(one, 0), write(two, 1)]);
    let lost = 0;
    for (const server of [one, two]) {
      const now = new Map((await weekAt(server)).shifts.map((shift) => [shift.id, shift.note]));
      for (const [id, note] of kept) if (now.get(id) !== note) lost++;
    }
    return { acknowledged, waited, lost };
  } finally {
    await two.stop();
  }
}

import type { DemoServer } from '../e2e/server';
import { send, weekAt } from './client';

/** Kills the server while notes are written, starts it again, and looks for every note that was acknowledged. */
export async function kills(
  server: DemoServer,
  rounds: number,
): Promise<{ kills: number; acknowledged: number; lost: number }> {
  const kept = new Map<string, string>();
  let acknowledged = 0;
  let lost = 0;
  let made = 0;
  for (let round = 0; round < rounds; round++) {
    const { shifts, version } = await weekAt(server);
    const seen = new Map(shifts.map((shift) => [shift.id, shift.note]));
    let going = true;
    const write = async (offset: number) => {
      for (let i = offset; going; i += 4) {
        const { id } = shifts[i % shifts.length];
        const was = { note: seen.get(id) ?? null };
        const note = `note ${++made}`;
        const answer = await send(server, `kill-${round}-${made}`, version, [
          { do: 'set', id, shift: { note }, was },
        ]).catch(() => null);
        if (answer === null) return;
        if (!answer.ok) throw new Error(answer.problem.message);
        acknowledged++;
        kept.set(id, note);
        seen.set(id, note);
      }
    };
    const writers = [0, 1, 2, 3].map(write);
    await new Promise((resolve) => setTimeout(resolve, 400 + Math.random() * 800));
    await server.kill();
    going = false;
    await Promise.all(writers);
    await server.start();
    const now = new Map((await weekAt(server)).shifts.map((shift) => [shift.id, shift.note]));
    // A later note may have been written and not acknowledged any more; an earlier one may not be back.
    for (const [id, note] of kept) {
      const found = Number(/\d+/.exec(now.get(id) ?? '0')?.[0] ?? 0);
      if (found < Number(/\d+/.exec(note)![0])) lost++;
    }
  }
  return { kills: rounds, acknowledged, lost };
}

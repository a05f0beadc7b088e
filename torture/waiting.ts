import 'fake-indexeddb/auto';
import { shift as bare } from '../src/core/testing';
import { parseDate } from '../src/core/time/day';
import { sendWaiting } from '../src/ui/waiting/sender';
import { keepEdit, waitingEdits as waiting } from '../src/ui/waiting/waiting-edits';
import { type DemoServer, WEEK } from '../e2e/server';
import { planAt, weekAt } from './client';

/** Edits are kept and sent over a wire that cuts requests, loses answers and brings error pages. None may be gone. */
export async function waitingEdits(
  server: DemoServer,
  edits: number,
): Promise<{ edits: number; lost: number }> {
  const real = globalThis.fetch;
  // Throws where the plan cannot be had at all.
  await weekAt(server);
  globalThis.fetch = async (input, init) => {
    const luck = Math.random();
    if (luck < 0.2) throw new TypeError('no connection');
    if (luck < 0.3) return new Response('<h1>Bad gateway</h1>', { status: 502 });
    const answer = await real(input, { ...init, headers: { ...init?.headers, ...server.headers } });
    if (luck < 0.5) throw new TypeError('the answer was lost');
    return answer;
  };
  for (let i = 0; i < edits; i++) {
    const shift = {
      ...bare(null, 0, '9-12', { date: parseDate(WEEK)! + (i % 7), role: 'floor' }),
      id: `waited-${i}`,
    };
    await keepEdit({
      id: `waiting-edit-${i}`,
      address: planAt(server.url),
      days: 7,
      base: 0,
      changes: [{ do: 'add', shift }],
      confirmed: false,
    });
    await Promise.all([sendWaiting(), sendWaiting()]);
  }
  while (!(await sendWaiting()).done) await new Promise((resolve) => setTimeout(resolve, 5));
  globalThis.fetch = real;
  const { shifts } = await weekAt(server);
  const there = shifts.map((shift) => shift.id).filter((id) => id.startsWith('waited-'));
  const refused = (await waiting()).length;
  return { edits, lost: edits - new Set(there).size + refused + (there.length - new Set(there).size) };
}

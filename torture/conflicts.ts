import type { Shift } from '../src/core/plan/types';
import type { DemoServer } from '../e2e/server';
import { send, weekAt } from './client';

const COLUMNS = ['note', 'label'] as const;

/**
 * Four people change notes and labels of the same shifts, each on what they read some time ago. Whatever is
 * acknowledged must stand on what it was made on: else somebody's text was written over without a word.
 */
export async function conflicts(server: DemoServer, edits: number): Promise<{ told: number; lost: number }> {
  let told = 0;
  let lost = 0;
  let made = 0;
  /** What each column of each shift was acknowledged to be, in the order of versions. */
  const history = new Map<string, { version: number; was: string | null; is: string }[]>();
  const person = async (who: number) => {
    let { shifts: seen, version }: { shifts: Shift[]; version: number } = await weekAt(server);
    for (let i = 0; i < edits / 4; i++) {
      if (i % 7 === 0) ({ shifts: seen, version } = await weekAt(server));
      const shift = seen[Math.floor(Math.random() * 6)];
      const column = COLUMNS[i % 2];
      const is = `${who}-${++made}`;
      const answer = await send(server, `clash-${is}`, version, [
        { do: 'set', id: shift.id, shift: { [column]: is }, was: { [column]: shift[column] } },
      ]);
      if (!answer.ok) told++;
      else {
        const key = `${shift.id} ${column}`;
        history.set(key, [...(history.get(key) ?? []), { version: answer.version, was: shift[column], is }]);
        seen = seen.map((one) => (one === shift ? { ...one, [column]: is } : one));
      }
    }
  };
  const before = new Map((await weekAt(server)).shifts.map((shift) => [shift.id, shift]));
  await Promise.all([0, 1, 2, 3].map(person));
  const now = new Map((await weekAt(server)).shifts.map((shift) => [shift.id, shift]));
  for (const [key, changes] of history) {
    const [id, column] = key.split(' ') as [string, (typeof COLUMNS)[number]];
    let last: string | null = before.get(id)![column];
    for (const { was, is } of changes.sort((a, b) => a.version - b.version)) {
      if (was !== last) lost++;
      last = is;
    }
    if (now.get(id)![column] !== last) lost++;
  }
  return { told, lost };
}

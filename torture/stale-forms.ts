import { parseDate } from '../src/core/time/day';
import { openDatabase } from '../src/data/database';
import { makeDemo } from '../demo/saltmere';
import { OWNER } from '../src/server/access/testing';
import { runCommand } from '../src/server/commands/run';
import type { PersonDraft } from '../src/server/people/payload';
import { personPage } from '../src/server/people/queries';

const FIELDS = ['phone', 'email', 'notes', 'number'] as const;

/** Three people save the form of one person, opened at different times; what nobody was told of has to be there. */
export async function staleForms(rounds: number): Promise<{ saved: number; lost: number }> {
  const db = await openDatabase(':memory:');
  await makeDemo(db, parseDate('2026-11-23')!);
  const read = async (): Promise<PersonDraft> => {
    const found = await personPage(db, OWNER, 'noor');
    if (!found.ok) throw new Error(found.problem.message);
    return found.page.person;
  };
  const opened = [await read(), await read(), await read()];
  const expected = { ...opened[0] };
  let saved = 0;
  let lost = 0;
  for (let i = 0; i < rounds * 3; i++) {
    const who = Math.floor(Math.random() * 3);
    const field = FIELDS[Math.floor(Math.random() * FIELDS.length)];
    const value = field === 'email' ? `n${i}@example.org` : `v${i}`;
    const answer = await runCommand(
      db,
      OWNER,
      {
        id: `form-${i}`,
        kind: 'person.update',
        input: { id: 'noor', person: { ...opened[who], [field]: value } },
        opened: { id: 'noor', person: opened[who] },
      },
      { preview: false },
    );
    const isStale = opened[who][field] !== expected[field];
    // A field that somebody else changed is told; any other is saved, and nothing else with it.
    if (answer.ok === isStale) lost++;
    if (answer.ok) {
      saved++;
      expected[field] = value;
    }
    const now = await read();
    if (FIELDS.some((name) => now[name] !== expected[name])) lost++;
    if (Math.random() < 0.4) opened[who] = now;
  }
  await db.destroy();
  return { saved, lost };
}

import type { Actor } from '../access/actor';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import type { CommandAnswer } from '../commands/payload';
import { runCommand } from '../commands/run';
import { wholeWeek } from '../publish/testing';
import { MONDAY, db, done, freshDemo, id } from '../week/testing';

/** A shift of the demo's week at the bistro, by its number. */
export const shiftId = (n: number) => `bistro-2026-11-23-${n}`;

/** The demo with its week published whole, and without the requests that it has. */
export async function publishedDemo(): Promise<void> {
  await freshDemo();
  await db.deleteFrom('shift_request_event').execute();
  await db.deleteFrom('shift_request').execute();
  await done('plan.publish', await wholeWeek(db, 'bistro', MONDAY));
}

/** Somebody who works at the bistro, as they would be signed in. */
export async function staff(person: string): Promise<Actor> {
  const like = await actorNamed(db, 'demo-emil');
  return { ...like, id: `account of ${person}`, name: person, person };
}

/** Asks for a command as the owner, or as somebody of the staff. */
export async function request(kind: string, input: object, as?: string | Actor): Promise<CommandAnswer> {
  const actor = as === undefined ? OWNER : typeof as === 'string' ? await staff(as) : as;
  return runCommand(db, actor, { id: id(), kind, input }, { preview: false });
}

/** The same, which has to succeed. */
export async function requested(kind: string, input: object, as?: string | Actor): Promise<void> {
  const answer = await request(kind, input, as);
  if (!answer.ok) throw new Error(`${kind}: ${answer.problem.path}: ${answer.problem.message}`);
}

/** What is asked: Emil's Friday at the bar for Caio's on the floor, unless it says otherwise. */
export const asking = (more: object = {}) => ({
  ...{
    id: 'r1',
    site: 'bistro',
    kind: 'swap',
    mine: [shiftId(35)],
    theirs: [shiftId(51)],
    colleague: 'caio',
  },
  note: '',
  ...more,
});

/** Whose a shift is, as it is planned and as staff know it. */
export async function holders(n: number): Promise<(string | null | undefined)[]> {
  const of = (table: 'shift' | 'published_shift') =>
    db.selectFrom(table).select('person_id').where('id', '=', shiftId(n)).executeTakeFirst();
  return [(await of('shift'))?.person_id, (await of('published_shift'))?.person_id];
}

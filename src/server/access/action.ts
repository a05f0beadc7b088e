import { headers } from 'next/headers';
import { type Problem, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { database } from '../store';
import { type Actor, actorOf } from './actor';
import { isOwnOrigin } from './origin';
import { SIGNED_OUT, failureProblem } from './route';

/**
 * Runs a server action behind the one door: only pages of the application may send one, and what nobody expected
 * is logged under an id that the person is told.
 */
export async function action<Answer extends { readonly ok: boolean }>(
  name: string,
  run: (asked: { readonly db: Database; readonly actor: Actor }) => Promise<Answer>,
): Promise<Answer | { ok: false; problem: Problem }> {
  try {
    const sent = await headers();
    if (!isOwnOrigin(sent.get('origin')))
      return fail('foreign', 'this was not sent by a page of this application');
    const db = await database();
    const actor = await actorOf(db, sent.get('cookie'));
    return actor ? await run({ db, actor }) : SIGNED_OUT;
  } catch (error) {
    return { ok: false, problem: failureProblem(error, name) };
  }
}

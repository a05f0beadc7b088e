import { headers } from 'next/headers';
import { type Problem, fail } from '@/core/plan/problem';
import type { Database } from '@/data/database';
import { database } from '../store';
import { type Actor, currentActor } from './actor';
import { isOwnOrigin } from './origin';
import { failureProblem } from './route';

/**
 * Runs a server action behind the one door: only pages of the application may send one, and what nobody expected
 * is logged under an id that the person is told.
 */
export async function action<Answer extends { readonly ok: boolean }>(
  name: string,
  run: (asked: { readonly db: Database; readonly actor: Actor }) => Promise<Answer>,
): Promise<Answer | { ok: false; problem: Problem }> {
  try {
    if (!isOwnOrigin((await headers()).get('origin')))
      return fail('foreign', 'this was not sent by a page of this application');
    return await run({ db: await database(), actor: await currentActor() });
  } catch (error) {
    return { ok: false, problem: failureProblem(error, name) };
  }
}

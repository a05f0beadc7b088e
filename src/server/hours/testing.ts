import type { HoursRules } from '@/core/timesheet/hours-rules';
import { DEFAULT_HOURS_RULES } from '@/core/timesheet/hours-rules';
import type { Actor } from '../access/actor';
import { OWNER } from '../access/testing';
import { actorNamed } from '../accounts/testing';
import { runCommand } from '../commands/run';
import { MONDAY, db, id } from '../week/testing';
import { hoursAt, sheetPage } from './queries';

/** The week before the one of the tests: all of it is over, and was clocked. */
export const LAST = MONDAY - 7;

/** Asks for a command that says nothing of a site unless its input does; as an account of the demo, else as the owner. */
export async function askAs(account: string | null, kind: string, input: object, preview = false) {
  const actor: Actor = account === null ? OWNER : await actorNamed(db, account);
  return runCommand(db, actor, { id: id(), kind, input }, { preview });
}

/** Does it; throws where it is refused. */
export async function didAs(account: string | null, kind: string, input: object, preview = false) {
  const answer = await askAs(account, kind, input, preview);
  if (!answer.ok) throw new Error(`${answer.problem.path}: ${answer.problem.message}`);
  return answer;
}

/** Sets rules of the bistro: periods are weeks unless something else is said. */
export async function hoursRules(more: Partial<HoursRules> = {}) {
  const rules: HoursRules = { ...DEFAULT_HOURS_RULES, periods: [{ since: null, kind: 'weekly' }], ...more };
  await didAs(null, 'hours.rules', { site: 'bistro', rules });
}

export async function hoursPage(account: string | null = null, date = LAST) {
  const actor = account === null ? OWNER : await actorNamed(db, account);
  const found = await hoursAt(db, actor, 'bistro', date);
  if (!found.ok) throw new Error(found.problem.message);
  return found.page;
}

export async function rowOf(person: string, date = LAST) {
  return (await hoursPage(null, date)).rows.find((row) => row.id === person)!;
}

export async function sheet(person: string, date = LAST, account: string | null = null) {
  const actor = account === null ? OWNER : await actorNamed(db, account);
  const found = await sheetPage(db, actor, person, date);
  if (!found.ok) throw new Error(found.problem.message);
  return found.sheet;
}

import type { Approval } from '@/core/leave/leave-type';
import { type Approver, nextApprover } from '@/core/leave/request';
import type { StoredRequest } from '@/data/leave/leave-store';
import type { Database } from '@/data/database';
import type { Actor } from '../access/actor';
import { checkAccess, isOwner } from '../access/permissions';
import { now } from '../now';

const DAY_MS = 24 * 3600_000;

/** Whose leave it is, as far as it says who decides about it. */
export interface Decided {
  readonly id: string;
  readonly home: string;
  readonly manager: string | null;
}

/** Whether somebody may decide about a request now; `instead`: why, where it is another's turn. */
export type Turn = { readonly may: true; readonly instead: string } | { readonly may: false };

/** People of a list who can still sign in to decide: they have an account and work here today. */
export async function presentManagers(db: Database, managers: readonly string[]): Promise<Set<string>> {
  if (managers.length === 0) return new Set();
  const rows = await db
    .selectFrom('user')
    .innerJoin('person', 'person.id', 'user.person_id')
    .select(['person.id', 'person.employed_to'])
    .where('person.id', 'in', [...new Set(managers)])
    .execute();
  const today = new Date(now()).toISOString().slice(0, 10);
  return new Set(
    rows.filter((row) => row.employed_to === null || row.employed_to >= today).map((row) => row.id),
  );
}

/**
 * Whether it is somebody's turn. A scheduler of the home site decides the scheduler's step; the manager the manager's;
 * where there is no manager any more, or none who can sign in, or after the days of the kind of leave, a scheduler
 * decides in their place. Nobody decides about their own leave but an owner.
 *
 * @param since when it came to the step that waits, UTC
 */
export function turnOf(
  actor: Actor,
  request: StoredRequest,
  { id, home, manager }: Decided,
  present: ReadonlySet<string>,
  since: string,
): Turn {
  const step = nextApprover(request);
  if (step === null) return { may: false };
  if (actor.person === id && !isOwner(actor)) return { may: false };
  const schedules = checkAccess(actor, 'leave.decide', home) === null;
  if (step === 'scheduler') return schedules ? { may: true, instead: '' } : { may: false };
  if (manager !== null && actor.person === manager) return { may: true, instead: '' };
  if (!schedules) return { may: false };
  if (manager === null) return { may: true, instead: 'Nobody is named as manager, so a scheduler decides.' };
  if (!present.has(manager))
    return { may: true, instead: 'The manager has left or cannot sign in, so a scheduler decides.' };
  const { deputyAfter } = request.type;
  if (deputyAfter !== null && now() - Date.parse(since) >= deputyAfter * DAY_MS)
    return { may: true, instead: `The manager did not decide within ${deputyAfter} days, so a deputy may.` };
  return { may: false };
}

/** Whether somebody's word is enough for leave to hold or to be taken back: a scheduler's, or the manager's where that is all it takes. */
export function decidesAlone(actor: Actor, { home, manager }: Decided, approval: Approval): boolean {
  if (checkAccess(actor, 'leave.decide', home) === null) return true;
  return (
    actor.person !== null && actor.person === manager && (approval === 'manager' || approval === 'nobody')
  );
}

/** Who decides next, in words. */
export function approverText(step: Approver | null, manager: string | null): string | null {
  if (step === null) return null;
  return step === 'scheduler' ? 'a scheduler' : (manager ?? 'the manager');
}

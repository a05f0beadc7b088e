import { type Change } from '@/core/plan/change';
import { outsideRoles } from '@/core/plan/edit-scope';
import { fail, failedAt } from '@/core/plan/problem';
import { type Day, startOfWeek } from '@/core/time/day';
import {
  type KeptActivity,
  findActivity,
  keepActivity,
  revisionOf,
  sealed,
  shiftChangesSince,
  shiftIdOf,
} from '@/data/activity/activity-store';
import type { Database } from '@/data/database';
import { shiftsById } from '@/data/week/shift-store';
import { inTransaction } from '@/data/transaction';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';
import { timestamp } from '../now';
import { digestOf } from '../commands/request';
import { editableRoles } from './queries';
import { saveShifts } from '../week/write-shifts';
import type { ChangeAnswer, ChangeRequest } from './payload';

/** The kind under which edits of a plan stand in the log. */
export const PLAN_CHANGE = 'plan.change';

/**
 * Changes a site's week, all or nothing. The changes are judged again here by the same core that judged them
 * in the browser: an overlap is refused, a shift that may be a slip wants a yes. A request whose id is known
 * is answered as before. What somebody else changed since is told column by column, and not overwritten.
 */
export async function changePlan(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
  request: ChangeRequest,
): Promise<ChangeAnswer> {
  const refused = checkAccess(actor, 'plan.edit', site);
  if (refused) return refused;
  const { id, base, changes, confirmed = false, days = 7 } = request;
  const digest = digestOf([PLAN_CHANGE, site, changes]);
  return inTransaction(db, async (trx): Promise<ChangeAnswer> => {
    const known = await findActivity(trx, id);
    if (known) return again(trx, known, site, digest, base);
    const row = await trx
      .selectFrom('site')
      .select(['week_start', 'version'])
      .where('id', '=', site)
      .executeTakeFirst();
    if (!row) return fail('unknown', `there is no site "${site}"`, 'site');
    if (base > row.version) return fail('input', 'this was made on a plan that is not there yet', 'base');
    const missed = await shiftChangesSince(trx, site, base);
    const roles = await editableRoles(trx, actor, site);
    if (roles) {
      const found = await shiftsById(trx, changes.map(shiftIdOf));
      const outside = outsideRoles(
        changes,
        new Set(roles),
        (one) => found.find(({ shift }) => shift.id === one)?.shift,
      );
      if (outside) return outside;
    }
    const within = { from: startOfWeek(week, row.week_start), days };
    const written = await saveShifts(trx, { site, changes, within, confirmed, exceptions: true });
    if (!written.ok) {
      return { ...failedAt(written, 'changes'), conflicts: written.conflicts };
    }
    const at = timestamp();
    const revisions = await keepActivity(
      trx,
      await sealed({
        ...{ id, at, actor: actor.id, kind: PLAN_CHANGE, title: '', request: digest, undoes: null },
        rows: [],
        shifts: [written.entry],
      }),
      [],
      [site],
    );
    return { ok: true, version: revisions.get(site)!, at, missed };
  });
}

/** What is answered to a request that was kept before; its id may not be used for another. */
async function again(
  db: Database,
  known: KeptActivity,
  site: string,
  digest: string,
  base: number,
): Promise<ChangeAnswer> {
  const version = await revisionOf(db, known.seq, site);
  if (version === null || (known.request !== null && known.request !== digest))
    return fail('taken', 'this id was used for something else', 'id');
  const missed: Change[] = await shiftChangesSince(db, site, base, version);
  return { ok: true, version, at: known.at, missed };
}

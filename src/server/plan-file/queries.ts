import { type Result, fail } from '@/core/plan/problem';
import { type Day, startOfWeek, formatDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { listSites } from '@/data/site/site-store';
import { formatPlan } from '@/formats/plan-file/format';
import { checkAccess } from '../access/permissions';
import type { Actor } from '../access/actor';
import { planFor } from '../access/pay';

/** A site's week as the text of a plan file, with a name for it. `week` is any day in it. */
export async function planFileOf(
  db: Database,
  actor: Actor,
  site: string,
  week: Day,
): Promise<Result<{ text: string; name: string }>> {
  const refused = checkAccess(actor, 'plan.read', site);
  if (refused) return refused;
  const line = (await listSites(db)).find((one) => one.id === site);
  const first = line && startOfWeek(week, line.weekStart);
  const stored = first === undefined ? null : await planFor(db, actor, site, first, 7);
  if (!stored) return fail('unknown', `there is no site "${site}"`, 'site');
  try {
    const text = `${JSON.stringify(formatPlan(stored.plan), null, 1)}\n`;
    return { ok: true, text, name: `${site}-${formatDate(first!)}.plan.json` };
  } catch (error) {
    if (error instanceof RangeError) return fail('cannot-be-written', error.message, 'plan');
    throw error;
  }
}

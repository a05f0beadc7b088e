import { checkOf } from '@/core/checks/list';
import { wordsFor } from '@/core/checks/shared/messages';
import { judge } from '@/core/consequences/judge';
import { candidatesFor } from '@/core/cover/candidates';
import { type Result, fail } from '@/core/plan/problem';
import { startOfWeek } from '@/core/time/day';
import type { Database } from '@/data/database';
import { listSites, namesOf } from '@/data/site/site-store';
import { loadPlan } from '@/data/week/plan-store';
import { shiftsById } from '@/data/week/shift-store';
import { hidePay, seesPay } from '../access/pay';
import type { Actor } from '../access/actor';
import { checkAccess } from '../access/permissions';

/** How many are offered. */
const MOST = 8;

/** Somebody who could take a shift, with what that would do to them. */
export interface CoverOffer {
  readonly id: string;
  readonly name: string;
  /** What would be wrong with it, the worst first. */
  readonly snags: readonly string[];
  /** Paid minutes of their week with it. */
  readonly week: number;
}

/** Who could cover a shift of somebody who will be away, the best first. */
export async function coverFor(
  db: Database,
  actor: Actor,
  site: string,
  shiftId: string,
): Promise<Result<{ offers: readonly CoverOffer[] }>> {
  const refused = checkAccess(actor, 'plan.read', site);
  if (refused) return refused;
  const [found] = await shiftsById(db, [shiftId]);
  const place = (await listSites(db)).find((one) => one.id === site);
  if (!found || found.site !== site || !place) return fail('unknown', 'there is no such shift here', 'shift');
  const { shift } = found;
  const stored = await loadPlan(db, site, startOfWeek(shift.date, place.weekStart), 7);
  if (!stored) return fail('unknown', 'there is no such week', 'shift');
  const { plan, hourFormat } = seesPay(actor, site) ? stored : hidePay(stored);
  const words = wordsFor(plan, hourFormat, namesOf(await listSites(db)));
  const offers = candidatesFor(judge(plan), shift)
    .filter(({ impossible }) => impossible === null)
    .slice(0, MOST)
    .map(({ person, snags, weekMinutes }) => ({
      ...{ id: person.id, name: person.name, week: weekMinutes },
      snags: snags.map((snag) => checkOf(snag.code)!.message(snag, words)),
    }));
  return { ok: true, offers };
}

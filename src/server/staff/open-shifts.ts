import { judge } from '@/core/consequences/judge';
import { candidatesFor } from '@/core/cover/candidates';
import { checkOf } from '@/core/checks/list';
import { wordsFor } from '@/core/checks/shared/messages';
import { withoutPay } from '@/core/plan/without-pay';
import { type Result, fail } from '@/core/plan/problem';
import { isPossible } from '@/core/requests/exchange';
import { startOfWeek } from '@/core/time/day';
import { DAY } from '@/core/time/span';
import type { Database } from '@/data/database';
import { loadPublished } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { requestSite } from '../requests/ground';
import { staffSites } from './own-page';
import { ownPlan } from './own-plan';
import type { OpenShift } from './payload';

/** How far ahead open shifts are looked for, in weeks: as far as they are usually published. */
const WEEKS = 4;

/**
 * The published open shifts that somebody could work at their sites, by date and start: none that would be a stop, and
 * each with what else it would mean for them.
 */
export async function openShiftsFor(db: Database, actor: Actor): Promise<Result<{ open: OpenShift[] }>> {
  const { person } = actor;
  if (person === null) return fail('forbidden', 'this account belongs to nobody who works here');
  const found: OpenShift[] = [];
  for (const id of staffSites(actor)) {
    const at = await requestSite(db, id);
    if (!at.ok) continue;
    const { site, names, rules, now } = at.at;
    const today = Math.floor(now / DAY);
    const from = startOfWeek(today, site.weekStart);
    const open = (await loadPublished(db, site.id, today, from + WEEKS * 7)).filter(
      (shift) => shift.person === null && shift.date * DAY + shift.from > now,
    );
    if (open.length === 0) continue;
    const others = open.map((shift) => ({ site: site.id, shift }));
    const plan = await ownPlan(db, person, site.id, [from, WEEKS * 7], others);
    if (!plan) continue;
    // No amount of money leaves the server for who may not see any, not even in a sentence.
    const judgement = judge(withoutPay(plan));
    const words = wordsFor(plan, site.hourFormat, names);
    for (const shift of open) {
      const [me] = candidatesFor(judgement, shift);
      if (!me || !isPossible(me)) continue;
      found.push({
        site: site.id,
        shift,
        paid: me.addedMinutes,
        week: me.weekMinutes,
        overtime: me.overtimeMinutes,
        isFirst: rules.open === 'first',
        remarks: me.snags.map((snag) => checkOf(snag.code)!.message(snag, words)),
      });
    }
  }
  found.sort((a, b) => a.shift.date - b.shift.date || a.shift.from - b.shift.from);
  return { ok: true, open: found };
}

import { judge } from '@/core/consequences/judge';
import { candidatesFor } from '@/core/cover/candidates';
import { checkOf } from '@/core/checks/list';
import { wordsFor } from '@/core/checks/shared/messages';
import { withoutPay } from '@/core/plan/without-pay';
import { type Result, fail } from '@/core/plan/problem';
import { parseDate, startOfWeek } from '@/core/time/day';
import type { Database } from '@/data/database';
import { loadRows } from '@/data/records/records';
import { rulesFromRow } from '@/data/requests/request-store';
import { listSites, namesOf } from '@/data/site/site-store';
import { loadPublished } from '@/data/week/shift-store';
import type { Actor } from '../access/actor';
import { nowAt } from '../clock';
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
  const all = await listSites(db);
  const mine = new Set(actor.grants.flatMap(({ kind, site }) => (kind === 'staff' ? [site] : [])));
  const found: OpenShift[] = [];
  for (const site of all.filter(({ id }) => mine.has(id))) {
    const today = parseDate(nowAt(site.timeZone).date)!;
    const { minute } = nowAt(site.timeZone);
    const from = startOfWeek(today, site.weekStart);
    const open = (await loadPublished(db, site.id, today, from + WEEKS * 7)).filter(
      (shift) => shift.person === null && (shift.date > today || shift.from > minute),
    );
    if (open.length === 0) continue;
    const [row] = await loadRows(db, 'site', { id: site.id });
    const rules = rulesFromRow(row);
    const others = open.map((shift) => ({ site: site.id, shift }));
    const plan = await ownPlan(db, person, site.id, [from, WEEKS * 7], others);
    if (!plan) continue;
    // No amount of money leaves the server for who may not see any, not even in a sentence.
    const judgement = judge(withoutPay(plan));
    const words = wordsFor(plan, site.hourFormat, namesOf(all));
    for (const shift of open) {
      const [me] = candidatesFor(judgement, shift);
      if (!me || me.impossible || me.snags.some(({ severity }) => severity === 'stop')) continue;
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

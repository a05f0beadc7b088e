import { checkOf } from '@/core/checks/list';
import { type Words, wordsFor, writeMinor } from '@/core/checks/words';
import { comparison } from '@/core/consequences/consequences';
import { judge } from '@/core/consequences/judge';
import type { Snag } from '@/core/checks/snag';
import type { Plan } from '@/core/plan/types';
import { type Day, readDate, startOfWeek, writeDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { listSites, namesOf } from '@/data/site/site-store';
import { type StoredPlan, loadPlan } from '@/data/week/plan-store';
import type { Work } from './command';
import type { Following } from './payload';

/** How many planned weeks of a site are looked at. */
const WEEKS = 6;

/** A planned week as it was before a command. */
interface Before {
  readonly site: string;
  readonly week: Day;
  readonly plan: Plan;
}

/**
 * The weeks that a command may change, as they are now: those it names, else the planned ones of its sites from
 * today's on and those that its shifts come to.
 */
export async function plannedWeeks(
  db: Database,
  today: Day,
  { sites, shifts = [], weeks }: Pick<Work, 'sites' | 'shifts' | 'weeks'>,
): Promise<Before[]> {
  const found: Before[] = [];
  for (const site of new Set(sites)) {
    const row = await db.selectFrom('site').select('week_start').where('id', '=', site).executeTakeFirst();
    if (!row) continue;
    const firsts = weeks ?? (await weeksOf(db, site, row.week_start, today, shifts));
    for (const week of firsts) {
      const stored = await loadPlan(db, site, week, 7);
      if (stored) found.push({ site, week, plan: stored.plan });
    }
  }
  return found;
}

async function weeksOf(
  db: Database,
  site: string,
  weekStart: number,
  today: Day,
  shifts: NonNullable<Work['shifts']>,
): Promise<Iterable<Day>> {
  const dates = await db
    .selectFrom('shift')
    .select('date')
    .distinct()
    .where('site_id', '=', site)
    .where('date', '>=', writeDate(startOfWeek(today, weekStart)))
    .orderBy('date')
    .execute();
  const planned = new Set(dates.map(({ date }) => startOfWeek(readDate(date)!, weekStart)));
  const coming = shifts
    .filter((one) => one.site === site)
    .flatMap((one) => one.changes)
    .flatMap((change) => (change.do === 'add' ? [startOfWeek(change.shift.date, weekStart)] : []));
  return new Set([...[...planned].slice(0, WEEKS), ...coming]);
}

/** What became of those weeks. Weeks in which nothing changes are left out. */
export async function following(db: Database, before: readonly Before[]): Promise<Following[]> {
  const changed: Following[] = [];
  const names = namesOf(await listSites(db));
  for (const { site, week, plan } of before) {
    // By its dates: the site's week may begin on another day now.
    const stored = await loadPlan(db, site, week, 7);
    if (!stored) continue;
    const line = lineOf(site, week, plan, stored, names);
    if (line) changed.push(line);
  }
  return changed;
}

function lineOf(
  site: string,
  week: Day,
  old: Plan,
  { plan, hourFormat }: StoredPlan,
  names: ReadonlyMap<string, string>,
): Following | null {
  const { appeared, cleared, paidMinutes, cost } = comparison(judge(old), judge(plan));
  if (appeared.length === 0 && cleared.length === 0 && paidMinutes === 0 && cost === 0) return null;
  const [was, is] = [old, plan].map((one) => wordsFor(one, hourFormat, names));
  const say = (snag: Snag, words: Words) => checkOf(snag.code)!.say(snag, words);
  const money = writeMinor(Math.abs(cost), plan.site.currency);
  return {
    site,
    siteName: plan.site.name,
    week,
    appeared: appeared.map((snag) => ({ severity: snag.severity, text: say(snag, is) })),
    cleared: cleared.map((snag) => say(snag, was)),
    paidMinutes,
    cost: cost === 0 ? '' : `${cost > 0 ? '+' : '−'}${money}`,
  };
}

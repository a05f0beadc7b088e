import { checkOf } from '@/core/checks/list';
import { type Words, wordsFor } from '@/core/checks/shared/messages';
import { difference } from '@/core/consequences/consequences';
import { follow } from '@/core/consequences/follow';
import { type Judgement, judge } from '@/core/consequences/judge';
import { type Snag, bySeverity } from '@/core/checks/shared/snag';
import { NO_CONSEQUENCES, summarise } from '@/core/consequences/summary';
import { joinGaps } from '@/core/consequences/visible-snags';
import { type Day, parseDate, startOfWeek, formatDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { listSites, namesOf } from '@/data/site/site-store';
import { type PlanRows, peopleIn, loadPlanRows, withRows, withShiftChanges } from '@/data/week/plan-rows';
import type { PlanMemory } from '@/data/week/plan-memory';
import { planFromRows } from '@/data/week/plan-store';
import type { Actor } from '../access/actor';
import { hidePay, seesPay } from '../access/pay';
import { checkAccess } from '../access/permissions';
import type { Watch, CommandEffect } from './command';
import type { ImpactSnag, WeekImpact } from './payload';

/** How many planned weeks of a site are looked at. */
const WEEKS = 6;

/** So many weeks in a row are read at once. */
const AT_ONCE = 8;

/**
 * What work would do to planned weeks, worked out in memory: those it names, else the planned ones of its sites from
 * today's on and those that its shifts come to. Weeks in which nothing changes are left out. Null: it was stopped.
 */
export async function weekImpacts(
  db: Database,
  today: Day,
  work: Pick<CommandEffect, 'rows' | 'sites' | 'affected' | 'shifts' | 'weeks'>,
  { actor, watch, memory }: { readonly actor: Actor; readonly watch?: Watch; readonly memory?: PlanMemory },
): Promise<WeekImpact[] | null> {
  const changed: WeekImpact[] = [];
  const names = namesOf(await listSites(db));
  const people = peopleOf(work);
  const affected = (work.affected ?? []).filter((site) => checkAccess(actor, 'plan.read', site) === null);
  for (const site of new Set([...work.sites, ...affected])) {
    const row = await db.selectFrom('site').select('week_start').where('id', '=', site).executeTakeFirst();
    if (!row) continue;
    const firsts = work.weeks ?? (await weeksOf(db, site, row.week_start, today, work.shifts ?? []));
    for (const weeks of inRuns([...firsts].sort((a, b) => a - b))) {
      if (watch?.signal.aborted) return null;
      const span = [site, weeks[0], weeks.at(-1)! + 7, people] as const;
      const before = memory ? await memory.rows(db, ...span) : await loadPlanRows(db, ...span);
      const after = (work.shifts ?? []).reduce(
        (rows, one) => withShiftChanges(rows, one.site, one.changes),
        withRows(before, work.rows),
      );
      for (const week of weeks) {
        if (watch?.signal.aborted) return null;
        const line = lineOf(site, week, before, after, names, seesPay(actor, site));
        if (line) changed.push(line);
      }
    }
  }
  return changed;
}

/** Everybody who may come to belong to a plan. */
function peopleOf({ rows, shifts = [] }: Pick<CommandEffect, 'rows' | 'shifts'>): string[] {
  const named = shifts.flatMap(({ changes }) =>
    changes.flatMap((change) => ('shift' in change && change.shift.person ? [change.shift.person] : [])),
  );
  return [...new Set([...peopleIn(rows), ...named])];
}

/** Weeks in groups that lie close enough to be read together. */
function inRuns(weeks: readonly Day[]): Day[][] {
  const runs: Day[][] = [];
  for (const week of weeks) {
    const run = runs.at(-1);
    if (run && week - run[0] < 7 * AT_ONCE) run.push(week);
    else runs.push([week]);
  }
  return runs;
}

async function weeksOf(
  db: Database,
  site: string,
  weekStart: number,
  today: Day,
  shifts: NonNullable<CommandEffect['shifts']>,
): Promise<Iterable<Day>> {
  const dates = await db
    .selectFrom('shift')
    .select('date')
    .distinct()
    .where('site_id', '=', site)
    .where('date', '>=', formatDate(startOfWeek(today, weekStart)))
    .orderBy('date')
    .execute();
  const planned = new Set(dates.map(({ date }) => startOfWeek(parseDate(date)!, weekStart)));
  const coming = shifts
    .filter((one) => one.site === site)
    .flatMap((one) => one.changes)
    .flatMap((change) => (change.do === 'add' ? [startOfWeek(change.shift.date, weekStart)] : []));
  return new Set([...[...planned].slice(0, WEEKS), ...coming]);
}

/** Weeks that were judged as they stand, by the rows they are made of; beside them those without pay. */
const JUDGED = {
  shown: new WeakMap<PlanRows, Map<Day, Judgement>>(),
  hidden: new WeakMap<PlanRows, Map<Day, Judgement>>(),
};

function judgedAt(rows: PlanRows, site: string, week: Day, isPayShown: boolean): Judgement | null {
  const kept = isPayShown ? JUDGED.shown : JUDGED.hidden;
  const weeks = kept.get(rows) ?? new Map<Day, Judgement>();
  kept.set(rows, weeks);
  const known = weeks.get(week);
  if (known) return known;
  const stored = planFromRows(rows, site, week, 7);
  if (!stored) return null;
  const judged = judge((isPayShown ? stored : hidePay(stored)).plan);
  weeks.set(week, judged);
  return judged;
}

function lineOf(
  site: string,
  week: Day,
  before: PlanRows,
  after: PlanRows,
  names: ReadonlyMap<string, string>,
  isPayShown: boolean,
): WeekImpact | null {
  const old = judgedAt(before, site, week, isPayShown);
  // By its dates: the site's week may begin on another day now.
  const stored = planFromRows(after, site, week, 7);
  if (!old || !stored) return null;
  const { plan, hourFormat } = isPayShown ? stored : hidePay(stored);
  const changes = difference(old, follow(old, plan));
  const { appeared, cleared, paidMinutes, cost } = changes;
  if (appeared.length === 0 && cleared.length === 0 && paidMinutes === 0 && cost === 0) return null;
  const [was, is] = [old.plan, plan].map((one) => wordsFor(one, hourFormat, names));
  const summary = summarise(changes, is, plan.site.currency);
  return {
    site,
    siteName: plan.site.name,
    week,
    summary: summary === NO_CONSEQUENCES ? null : summary,
    appeared: told(appeared, is),
    cleared: told(cleared, was),
  };
}

function told(snags: readonly Snag[], words: Words): ImpactSnag[] {
  return joinGaps(snags)
    .sort(bySeverity)
    .map((snag) => {
      const { title, message } = checkOf(snag.code)!;
      return { code: snag.code, title, severity: snag.severity, text: message(snag, words) };
    });
}

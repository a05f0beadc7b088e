import { same } from '@/core/same';
import { type VisitChange, type VisitPatch, applyVisit } from '@/core/jobs/visit-change';
import type { FieldWork, Visit } from '@/core/jobs/types';
import { fail, failedAt } from '@/core/plan/problem';
import { counted, formatDay, formatTime } from '@/core/time/format';
import type { Day } from '@/core/time/day';
import type { Database } from '@/data/database';
import { visitFromRow, visitToRow } from '@/data/jobs/field-store';
import { type RowChange, loadRowsOf, rowChanges } from '@/data/records/records';
import { command } from '../commands/command';
import { type FieldGround, fieldAt, jobName, weeksOf } from './ground';
import { CHANGE_VISITS, type SentVisitChange, type VisitsChange } from './schema';

/** Places visits, moves them and takes them out. What somebody else changed meanwhile is refused, and told. */
export const changeVisits = command<'visits.change', VisitsChange>({
  kind: 'visits.change',
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: CHANGE_VISITS,
  async prepare({ db, today }, { site, changes }) {
    const known = await visitsNamed(db, site, changes);
    const dates = [...datesIn(changes), ...known.map(({ date }) => date)];
    const span = [Math.min(...dates, today), Math.max(...dates, today)] as const;
    const found = await fieldAt(db, site, span);
    if (!found.ok) return found;
    const { ground } = found;
    // Of those that are named none is too far away to be known.
    const ids = new Set(ground.work.visits.map(({ id }) => id));
    let work: FieldWork = {
      ...ground.work,
      visits: [...ground.work.visits, ...known.filter(({ id }) => !ids.has(id))],
    };
    const before = work;
    for (const [i, change] of changes.entries()) {
      const stale = change.do === 'set-visit' ? staleIn(work, change) : null;
      if (stale !== null)
        return fail(
          'changed-meanwhile',
          `somebody else moved the visit to ${jobName(work, stale.job)} in the meantime`,
          `input.changes[${i}]`,
        );
      const done = applyVisit(work, plain(change));
      if (!done.ok) return failedAt(done, `input.changes[${i}]`);
      work = done.work;
    }
    const rows = visitRows(site, before.visits, work.visits);
    if (rows.length === 0) return fail('nothing', 'nothing would change', 'input.changes');
    const touched = [...before.visits, ...work.visits].filter(({ id }) => named(changes).has(id));
    return {
      ok: true,
      work: {
        title: titleOf(ground, before, work, changes),
        ...{ rows, subjects: [{ kind: 'site', id: site }], sites: [site] },
        weeks: weeksOf(
          ground.site,
          touched.map(({ date }) => date),
        ),
      },
    };
  },
});

/** What has to change in the rows so that some visits become others. */
export function visitRows(site: string, before: readonly Visit[], after: readonly Visit[]): RowChange[] {
  const old = new Map(before.map((visit) => [visit.id, visit]));
  const now = new Map(after.map((visit) => [visit.id, visit]));
  const changed = [...new Set([...old.keys(), ...now.keys()])].filter((id) => old.get(id) !== now.get(id));
  const rowsOf = (visits: ReadonlyMap<string, Visit>) =>
    changed.flatMap((id) => (visits.has(id) ? [visitToRow(site, visits.get(id)!)] : []));
  return rowChanges('visit', rowsOf(old) as Parameters<typeof rowChanges<'visit'>>[1], rowsOf(now));
}

function plain(change: SentVisitChange): VisitChange {
  if (change.do !== 'set-visit') return change;
  const { was: _was, ...rest } = change;
  return rest;
}

/** A visit that is not as a change expects it; null: it is. */
function staleIn(
  { visits }: FieldWork,
  { id, visit, was }: Extract<SentVisitChange, { do: 'set-visit' }>,
): Visit | null {
  const now = visits.find((one) => one.id === id);
  if (!now) return null;
  const keys = Object.keys(was) as (keyof VisitPatch)[];
  return keys.some((key) => !same(now[key], was[key]) && !same(now[key], visit[key])) ? now : null;
}

function named(changes: readonly SentVisitChange[]): Set<string> {
  return new Set(changes.map((change) => (change.do === 'add-visit' ? change.visit.id : change.id)));
}

function datesIn(changes: readonly SentVisitChange[]): Day[] {
  return changes.flatMap((change) =>
    change.do === 'remove-visit' || change.visit.date === undefined ? [] : [change.visit.date],
  );
}

async function visitsNamed(
  db: Database,
  site: string,
  changes: readonly SentVisitChange[],
): Promise<Visit[]> {
  const rows = await loadRowsOf(db, 'visit', 'id', [...named(changes)]);
  return rows.filter((row) => row.site_id === site).map(visitFromRow);
}

function titleOf(
  { site }: FieldGround,
  before: FieldWork,
  after: FieldWork,
  changes: readonly SentVisitChange[],
): string {
  if (changes.length > 1) return `Changed ${counted(changes.length, 'visit')} at ${site.name}`;
  const [change] = changes;
  const id = change.do === 'add-visit' ? change.visit.id : change.id;
  const visit = [...after.visits, ...before.visits].find((one) => one.id === id)!;
  const name = jobName(before, visit.job);
  if (change.do === 'remove-visit') return `Took the visit to ${name} out`;
  const at = `${formatDay(visit.date)} ${formatTime(visit.from, site.hour_format === '12' ? '12' : '24')}`;
  return change.do === 'add-visit' ? `Planned ${name}, ${at}` : `Moved ${name} to ${at}`;
}

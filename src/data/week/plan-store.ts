import { decimalsOf } from '@/core/hours/money';
import type { Plan, Shift } from '@/core/plan/types';
import type { Day } from '@/core/time/day';
import type { HourFormat } from '@/core/time/write';
import type { Database } from '../database';
import { loadPeople } from '../people/people-store';
import { type SiteRole, loadHolidays, loadNeeds, loadSite } from '../site/site-store';
import { loadAround, loadPublished, loadShifts } from './shift-store';

/** A plan as stored, with what the interface shows beside it. */
export interface StoredPlan {
  readonly plan: Plan;
  readonly roles: readonly SiteRole[];
  readonly hourFormat: HourFormat;
  readonly published: readonly Shift[];
  readonly version: number;
}

/** How far around a plan shifts are looked at, in days: enough for rests and runs of working days. */
const BEFORE = 14;
const AFTER = 7;

/** Everything needed to judge one site over some days. Null: there is no such site. */
export async function loadPlan(
  db: Database,
  siteId: string,
  from: Day,
  days: number,
): Promise<StoredPlan | null> {
  const stored = await loadSite(db, siteId, from, days);
  if (!stored) return null;
  const to = from + days;
  const minor = 10 ** decimalsOf(stored.site.currency);
  const [people, needs, holidays, shifts, published, around] = await Promise.all([
    loadPeople(db, siteId, from, to + 1, minor),
    loadNeeds(db, siteId, from, to),
    loadHolidays(db, siteId, from - 1, to + 1),
    loadShifts(db, siteId, from, to),
    loadPublished(db, siteId, from, to),
    loadAround(db, siteId, [from, to], [from - BEFORE, to + AFTER]),
  ]);
  const known = new Set(people.map((person) => person.id));
  const used = new Set(shifts.map((shift) => shift.role));
  const shown = stored.roles.filter((role) => !role.retired || used.has(role.id));
  const roles = new Set(shown.map((role) => role.id));
  const inPlan = (shift: Shift) =>
    (shift.person === null || known.has(shift.person)) && (shift.role === null || roles.has(shift.role));
  return {
    plan: {
      site: stored.site,
      from,
      days,
      roles: shown.map(({ id, name, hourlyRate }) => ({ id, name, hourlyRate })),
      people: people.map((person) => ({
        ...person,
        roles: person.roles.filter((held) => roles.has(held.role)),
      })),
      holidays,
      needs: needs.filter((need) => need.role === null || roles.has(need.role)),
      shifts: shifts.filter(inPlan),
      around: around
        .filter((s) => known.has(s.person))
        .map((s) => (s.role !== null && !roles.has(s.role) ? { ...s, role: null } : s)),
      rules: stored.rules,
      budget: stored.budget,
    },
    roles: shown,
    hourFormat: stored.hourFormat,
    published,
    version: stored.version,
  };
}

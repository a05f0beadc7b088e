import { type Problem, fail } from '@/core/plan/problem';
import type { Day } from '@/core/time/day';
import { isChangeable, stateAfter } from '@/core/timesheet/steps';
import { formatDays } from '@/core/time/format';
import type { StoredPunch } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { loadSteps } from '@/data/hours/hours-store';
import { localDay } from '@/core/time/now';
import { figuresOf, sheetOf } from '@/core/timesheet/sheet';
import { same } from '@/core/same';
import { homesOf } from '../access/permissions';
import { loadRows } from '@/data/records/records';
import { loadSheetGround } from './sources';

type Refusal = { readonly ok: false; readonly problem: Problem };

/**
 * Null where hours of a date can still be changed; else why not: those that are approved are sent back first, those that are
 * locked are put right in a later period.
 */
export async function refuseSettledDate(
  db: Database,
  person: string,
  date: Day,
  path: string,
): Promise<Refusal | null> {
  return (await settledPeriod(db, person, date, path))?.refused ?? null;
}

/** The period of a date whose hours can no longer be changed, and why not; null: they can. */
async function settledPeriod(db: Database, person: string, date: Day, path: string) {
  const steps = await loadSteps(db, [person], [date, date + 1]);
  const state = stateAfter(steps);
  if (isChangeable(state)) return null;
  const { first, days } = steps.at(-1)!;
  const period = formatDays(first, days);
  const refused =
    state === 'locked'
      ? fail('locked', `the hours of ${period} are locked; put them right in a later period`, path)
      : fail('approved', `the hours of ${period} are approved; send them back before`, path);
  return { first, days, refused };
}

/**
 * Null where some punches more change nothing of what is approved or locked. Which date a punch counts for is seen only with the
 * shifts around it, so the hours are worked out without and with it.
 */
export async function refuseSettledPunches(
  db: Database,
  person: string,
  punches: readonly StoredPunch[],
  path: string,
): Promise<Refusal | null> {
  const home = (await homesOf(db, [person])).get(person)?.home ?? null;
  if (home === null) return null;
  const [site] = await loadRows(db, 'site', { id: home });
  const touched = new Set<Day>();
  const touch = (minute: number) => {
    const date = localDay(minute, site.time_zone);
    for (const day of [date - 1, date, date + 1]) touched.add(day);
  };
  for (const { at, replaces } of punches) {
    touch(at);
    if (replaces === null) continue;
    const [was] = await loadRows(db, 'punch', { id: replaces });
    touch(Math.floor(Date.parse(was.at) / 60_000));
  }
  const settled = new Map<Day, NonNullable<Awaited<ReturnType<typeof settledPeriod>>>>();
  for (const date of touched) {
    const period = await settledPeriod(db, person, date, path);
    if (period) settled.set(period.first, period);
  }
  for (const { first, days, refused } of settled.values()) {
    const figures = async (more: readonly StoredPunch[]) => {
      const ground = (await loadSheetGround(db, site, [person], { first, days }, more))!;
      const source = ground.sources.get(person);
      if (!source) return null;
      const sheet = sheetOf(source, { first, days });
      return [figuresOf(sheet), sheet.days.map(({ toLookAt }) => toLookAt)];
    };
    if (!same(await figures([]), await figures(punches))) return refused;
  }
  return null;
}

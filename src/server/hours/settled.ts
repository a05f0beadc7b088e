import { type Problem, fail } from '@/core/plan/problem';
import type { Day } from '@/core/time/day';
import { isChangeable, stateAfter } from '@/core/timesheet/steps';
import { formatDays } from '@/core/time/format';
import type { StoredPunch } from '@/data/clock/punch-store';
import type { Database } from '@/data/database';
import { loadSteps } from '@/data/hours/hours-store';
import { zoneClock } from '@/core/time/zone';
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
  const steps = await loadSteps(db, [person], [date, date + 1]);
  const state = stateAfter(steps);
  if (isChangeable(state)) return null;
  const { first, days } = steps.at(-1)!;
  const period = formatDays(first, days);
  return state === 'locked'
    ? fail('locked', `the hours of ${period} are locked; put them right in a later period`, path)
    : fail('approved', `the hours of ${period} are approved; send them back before`, path);
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
  for (const { at, replaces } of punches) {
    const utc = Math.floor(at / 1440);
    const date = Math.floor(zoneClock(site.time_zone, utc - 1, utc + 1).wall(at) / 1440);
    for (const day of [date - 1, date, date + 1]) touched.add(day);
    if (replaces === null) continue;
    const [was] = await loadRows(db, 'punch', { id: replaces });
    const before = Math.floor(Date.parse(was.at) / 86_400_000);
    for (const day of [before - 1, before, before + 1]) touched.add(day);
  }
  const settled = new Map<Day, { readonly date: Day; readonly refused: Refusal; readonly days: number }>();
  for (const date of touched) {
    const refused = await refuseSettledDate(db, person, date, path);
    if (!refused) continue;
    const { first, days } = (await loadSteps(db, [person], [date, date + 1])).at(-1)!;
    settled.set(first, { date, refused, days });
  }
  for (const [first, { refused, days }] of settled) {
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

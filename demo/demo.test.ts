import { describe, expect, test } from '@jest/globals';
import { judge, snagsOf } from '../src/core/consequences/judge';
import { parseDate } from '../src/core/time/day';
import { openDatabase } from '../src/data/database';
import { loadPlan } from '../src/data/week/plan-store';
import { largePlan } from './large';
import { makeLargeSite } from './large-site';
import { makeDemo } from './saltmere';

/** An ordinary week, both clock changes, and the turn of the year. */
const MONDAYS = ['2026-11-23', '2027-03-22', '2026-10-19', '2026-12-28'];

describe.each(MONDAYS)('the demo in the week of %s', (text) => {
  const monday = parseDate(text)!;
  const made = (async () => {
    const db = await openDatabase(':memory:');
    await makeDemo(db, monday);
    const week = async (site: string, offset: number) => {
      const stored = (await loadPlan(db, site, monday + offset, 7))!;
      return { ...stored, judged: judge(stored.plan) };
    };
    return { db, week };
  })();

  test('has about 44 people at three sites', async () => {
    const { db } = await made;
    const people = await db.selectFrom('person').select('id').execute();
    expect(people.length).toBeGreaterThanOrEqual(42);
    expect(people.length).toBeLessThanOrEqual(46);
  });

  test('has 5 to 9 snags of severity stop or warn at the bistro, of different kinds', async () => {
    const { week } = await made;
    const { judged } = await week('bistro', 0);
    const snags = snagsOf(judged).filter((snag) => snag.severity !== 'note');
    expect(snags.length).toBeGreaterThanOrEqual(5);
    expect(snags.length).toBeLessThanOrEqual(9);
    expect(new Set(snags.map((snag) => snag.code)).size).toBeGreaterThanOrEqual(5);
  });

  test('has last week complete and published, and the next two weeks empty', async () => {
    const { week } = await made;
    for (const site of ['bistro', 'chandlery', 'dockside']) {
      const last = await week(site, -7);
      expect(snagsOf(last.judged).filter((snag) => snag.severity !== 'note')).toEqual([]);
      expect(last.published.map((shift) => shift.id).sort()).toEqual(
        last.plan.shifts.map((s) => s.id).sort(),
      );
      for (const offset of [7, 14]) expect((await week(site, offset)).plan.shifts).toEqual([]);
    }
  });

  test('has varied availability, leave, a certificate that ends and a holiday', async () => {
    const { week } = await made;
    const { plan } = await week('bistro', 0);
    const entries = plan.people.flatMap((person) => person.availability);
    expect(entries.some((entry) => entry.kind === 'rather-not')).toBe(true);
    expect(entries.some((entry) => entry.until !== null)).toBe(true);
    expect(plan.people.some((person) => person.leave.length > 0)).toBe(true);
    expect(plan.people.some((person) => person.roles.some((role) => role.until !== null))).toBe(true);
    expect((await week('bistro', 7)).plan.holidays.some((holiday) => holiday.closed)).toBe(true);
  });
});

test('the same seed makes the same large plan, and the store gives it back', async () => {
  const monday = parseDate('2027-03-22')!;
  const plan = largePlan(60, monday, 3);
  expect(largePlan(60, monday, 3)).toEqual(plan);
  expect(largePlan(60, monday, 4)).not.toEqual(plan);
  const db = await openDatabase(':memory:');
  await makeLargeSite(db, monday, 60);
  const stored = (await loadPlan(db, 'grounds', monday, 7))!.plan;
  const byId = (list: readonly { id: string }[]) => [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
  expect(byId(stored.shifts)).toEqual(byId(largePlan(60, monday).shifts));
  const codes = (p: typeof plan) => snagsOf(judge(p)).length;
  expect(codes(stored)).toBe(codes(largePlan(60, monday)));
});

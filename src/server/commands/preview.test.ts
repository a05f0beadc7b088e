import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { joinGaps } from '@/core/consequences/visible-snags';
import { formatSignedHours } from '@/core/time/format';
import { compareSnags } from '@/core/checks/shared/snag';
import { judge, snagsOf } from '@/core/consequences/judge';
import type { Plan } from '@/core/plan/types';
import { parseDate } from '@/core/time/day';
import type { Database } from '@/data/database';
import { demoDatabase } from '../../../demo/testing';
import { listSites } from '@/data/site/site-store';
import { loadPlan } from '@/data/week/plan-store';
import { OWNER } from '../access/testing';
import { personPage } from '../people/queries';
import { setupOf } from '../site/queries';
import { runCommand } from './run';

const MONDAY = parseDate('2026-11-23')!;
let db: Database;

beforeEach(async () => {
  process.env.VICENDA_NOW = '2026-11-24T10:00:00Z';
  db = await demoDatabase();
});
afterEach(() => db.destroy());

const setup = async () => {
  const found = await setupOf(db, OWNER, 'bistro');
  if (!found.ok) throw new Error(found.problem.message);
  return found.setup;
};
const person = async (id: string) => {
  const found = await personPage(db, OWNER, id);
  if (!found.ok) throw new Error(found.problem.message);
  return found.page.person;
};

/** Commands of every kind that can change what a planned week comes to, each with its input. */
const WAYS: readonly (readonly [string, string, () => Promise<unknown>])[] = [
  [
    'shorter opening hours',
    'site.save',
    async () => {
      const { site } = await setup();
      const days = site.hours[0].days.map(() => [{ from: 600, to: 1200 }]);
      return { id: 'bistro', site: { ...site, hours: [...site.hours, { since: MONDAY + 2, days }] } };
    },
  ],
  [
    'a smaller budget and other blocks',
    'site.save',
    async () => {
      const { site } = await setup();
      const budgets = [{ since: null, minutes: 1200, cost: 900, sales: null }];
      return { id: 'bistro', site: { ...site, budgets, blockMinutes: 15 } };
    },
  ],
  [
    'other limits',
    'rules.save',
    async () => ({
      site: 'bistro',
      rules: { ...(await setup()).rules, maxDayMinutes: 420, minimumOn: 2, off: ['surplus'] },
    }),
  ],
  [
    'other breaks',
    'rules.save',
    async () => ({
      site: 'bistro',
      rules: { ...(await setup()).rules, breaks: [{ atLeastMinutes: 240, minutes: 60, paid: false }] },
    }),
  ],
  [
    'needs of a variant',
    'needs.save',
    async () => {
      const { needs } = await setup();
      const rows = [{ role: 'bar', weekday: 5, from: 600, to: 1320, count: 4 }];
      const regatta = { id: 'regatta', name: 'Regatta', since: null, rows };
      return {
        site: 'bistro',
        needs: { sets: [...needs.sets, regatta], dates: [{ date: MONDAY + 5, set: 'regatta' }] },
      };
    },
  ],
  [
    'a role left out, and another rate',
    'roles.save',
    async () => ({
      site: 'bistro',
      roles: (await setup()).roles
        .filter((role) => role.id !== 'bar')
        .map(({ holders: _h, inUse: _u, ...role }) => ({ ...role, rate: 17.5 })),
    }),
  ],
  [
    'somebody leaving',
    'person.update',
    async () => ({ id: 'teo', person: { ...(await person('teo')), employedTo: MONDAY + 4 } }),
  ],
  [
    'other pay from a date on',
    'person.update',
    async () => ({
      id: 'priya',
      person: { ...(await person('priya')), pay: [{ role: null, since: MONDAY + 3, rate: 20 }] },
    }),
  ],
  [
    'other availability',
    'availability.save',
    async () => ({
      person: 'priya',
      versions: [
        {
          id: 'new',
          since: MONDAY + 3,
          until: null,
          comment: null,
          blocks: [{ weekday: 3, from: 540, to: 720, kind: 'available' }],
        },
      ],
    }),
  ],
  [
    'somebody moving here from another site',
    'people.updateMany',
    async () => ({ ids: ['teo', 'priya'], patch: { moveTo: 'chandlery' } }),
  ],
  [
    'many contracts',
    'people.updateMany',
    async () => ({ ids: (await ids()).slice(0, 20), patch: { contractMinutes: 2700 } }),
  ],
  [
    'a copied week',
    'week.start',
    async () => ({
      site: 'bistro',
      source: { from: 'week', week: MONDAY },
      weeks: [MONDAY + 7, MONDAY + 14],
      mode: 'add',
      people: true,
      open: true,
    }),
  ],
];

const ids = async () =>
  (await db.selectFrom('person').select('id').orderBy('id').execute()).map(({ id }) => id);

/** Every week that anybody could look at, by site. */
async function weeks(): Promise<Map<string, Plan>> {
  const found = new Map<string, Plan>();
  for (const { id } of await listSites(db))
    for (let week = 0; week < 8; week++) {
      const from = MONDAY + 7 * week;
      found.set(`${id} ${from}`, (await loadPlan(db, id, from, 7))!.plan);
    }
  return found;
}

describe('a preview', () => {
  test.each(WAYS)('of %s writes nothing, and says what really comes of it', async (_, kind, make) => {
    const input = await make();
    const writes = () =>
      sql<{ n: number }>`select total_changes() as n`.execute(db).then(({ rows }) => rows[0].n);
    const before = await weeks();
    const start = await writes();
    const said = await runCommand(db, OWNER, { id: 'look', kind, input }, { preview: true });
    expect(await writes()).toBe(start);
    if (!said.ok) throw new Error(said.problem.message);
    expect(said.weekImpacts.length).toBeGreaterThan(0);

    const done = await runCommand(db, OWNER, { id: 'do', kind, input }, { preview: false });
    expect(done).toMatchObject({ ok: true, title: said.title, remarks: said.remarks });
    const after = await weeks();
    const told = new Map(said.weekImpacts.map((line) => [`${line.site} ${line.week}`, line]));
    for (const [key, plan] of after) {
      // Weeks in which nothing is planned yet are not looked at.
      if (before.get(key)!.shifts.length + plan.shifts.length === 0) continue;
      const [was, is] = [judge(before.get(key)!), judge(plan)];
      const { appeared, cleared } = compareSnags(snagsOf(was), snagsOf(is));
      const paid = is.weeks[0].paid - was.weeks[0].paid;
      const line = told.get(key);
      expect([key, line?.appeared.length ?? 0, line?.cleared.length ?? 0]).toEqual([
        key,
        joinGaps(appeared).length,
        joinGaps(cleared).length,
      ]);
      if (paid !== 0) expect(line!.summary).toContain(formatSignedHours(paid));
    }
  });

  test('of shifts that would put somebody in two places is refused as the command is', async () => {
    const input = {
      site: 'bistro',
      source: { from: 'week', week: MONDAY },
      weeks: [MONDAY],
      mode: 'add',
      people: true,
      open: true,
    };
    const [looked, done] = [true, false].map((preview) =>
      runCommand(db, OWNER, { id: `p${preview}`, kind: 'week.start', input }, { preview }),
    );
    expect(await looked).toEqual(await done);
    expect(await looked).toMatchObject({ ok: false });
  });

  test('that nobody waits for any more is given up', async () => {
    const input = { id: 'bistro', site: { ...(await setup()).site, name: 'Elsewhere' } };
    const request = { id: 'look', kind: 'site.save', input };
    let asked = 0;
    const signal = {
      get aborted() {
        return ++asked > 1;
      },
    };
    const watch = { onProgress: () => undefined, signal };
    expect(await runCommand(db, OWNER, request, { preview: true, watch })).toMatchObject({
      ok: false,
      problem: { code: 'stopped' },
    });
  });
});

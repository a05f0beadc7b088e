import { setTimeout as sleep } from 'node:timers/promises';
import type { Pattern } from '@/core/patterns/pattern';
import { toShiftSpec } from '../src/core/plan/shift-spec';
import type { Database } from '@/data/database';
import { loadShifts } from '@/data/week/shift-store';
import { formatCsv } from '@/formats/table/csv';
import { OWNER as actor } from '@/server/access/testing';
import { takeFile } from '@/server/people/import/take-file';
import { changePlan } from '@/server/plan/commands';
import { planOfWeek } from '@/server/plan/queries';
import { setupOf } from '@/server/site/queries';
import { inWorker } from '../src/server/workers/in-worker';
import { figure, percentile } from './figures';
import { MONDAY, copyOnto, succeeded, withLargeSite } from './large-site';

// How long another client waits, for what it reads and for its edits, while something long runs for 600 people.

let made = 0;
const newId = () => `bench-others-${++made}`;

/** Another client, that reads and edits in turn until it is stopped; milliseconds that it waited for each. */
function client(db: Database, site: string) {
  const waited = { reads: [] as number[], edits: [] as number[] };
  let base = 0;
  let stopped = false;
  const timed = async (into: number[], run: () => Promise<unknown>) => {
    const began = performance.now();
    await run();
    into.push(performance.now() - began);
  };
  const running = (async () => {
    const shifts = await loadShifts(db, site, MONDAY, MONDAY + 7);
    for (let i = 0; !stopped; i++) {
      await timed(waited.reads, () => planOfWeek(db, actor, 'bistro', MONDAY));
      const { id } = shifts[i % shifts.length];
      await timed(waited.edits, async () => {
        const changes = [{ do: 'set' as const, id, shift: { note: newId() } }];
        base = succeeded(await changePlan(db, actor, site, MONDAY, { id: newId(), base, changes })).version;
      });
      // A hand does not go faster; and a wait is as likely to fall on any moment.
      await sleep(5);
    }
  })();
  return {
    async stop() {
      stopped = true;
      await running;
      return waited;
    },
  };
}

async function during(db: Database, site: string, name: string, run: () => Promise<unknown>): Promise<void> {
  const other = client(db, site);
  await sleep(200);
  const began = performance.now();
  await run();
  const took = performance.now() - began;
  const { reads, edits } = await other.stop();
  figure(`${name}`, took, 'ms');
  figure(`others-wait-p95-${name}`, percentile([...reads, ...edits], 95), 'ms');
  figure(`others-wait-longest-${name}`, Math.max(...reads, ...edits), 'ms');
}

/** What somebody who types waits for: each time something else is asked, and nobody else writes. */
async function looked(name: string, look: (n: number) => Promise<unknown>): Promise<void> {
  const spent: number[] = [];
  for (let n = 0; n < 6; n++) {
    const began = performance.now();
    await look(n);
    spent.push(performance.now() - began);
  }
  figure(`${name}-first`, spent[0], 'ms');
  figure(name, percentile(spent.slice(1), 50), 'ms');
}

const { db, site, end } = await withLargeSite();
const preview = async (kind: string, input: unknown) =>
  succeeded(await inWorker(db, 'preview', { actor, request: { id: newId(), kind, input } }));
const run = async (kind: string, input: unknown, id = newId()) =>
  succeeded(await inWorker(db, 'run', { actor, request: { id, kind, input } }));
const undo = async (id: string) =>
  succeeded(await inWorker(db, 'undo', { actor, id, undoId: newId(), rest: false }));

// Six weeks lie ahead, as many as are looked at.
await run('week.start', copyOnto(site, 1, 5));
const found = await setupOf(db, actor, site);
if (!found.ok) throw new Error(found.problem.message);
const rules = { ...found.setup.rules, maxDaysInARow: 4 };
const people = (
  await db.selectFrom('person_site').select('person_id').where('site_id', '=', site).execute()
).map((row) => row.person_id);
const blocks = [0, 1, 2].map((weekday) => ({ weekday, from: 540, to: 1020, kind: 'available' }));
const versions = [{ id: 'bench-version', since: MONDAY, until: null, comment: null, blocks }];
const availability = { person: people[0], versions };
const bulk = { ids: people, patch: { maxWeekMinutes: 2000 } };

await looked('preview-rules-600', (n) =>
  preview('rules.save', { site, rules: { ...rules, maxDayMinutes: 400 + 20 * n } }),
);
await looked('preview-availability-600', (n) =>
  preview('availability.save', { ...availability, person: people[n] }),
);
await looked('preview-bulk-600', (n) =>
  preview('people.updateMany', { ids: people, patch: { maxWeekMinutes: 2000 + n } }),
);
await during(db, site, 'preview-rules-600x6', () => preview('rules.save', { site, rules }));
await during(db, site, 'preview-availability-600x6', () => preview('availability.save', availability));
await during(db, site, 'preview-bulk-600x6', () => preview('people.updateMany', bulk));
await during(db, site, 'bulk-600', () => run('people.updateMany', bulk, 'bulk'));
await during(db, site, 'bulk-600-undo', () => undo('bulk'));
await during(db, site, 'copy-600x8', () => run('week.start', copyOnto(site, 8, 8), 'copy'));
await during(db, site, 'copy-600x8-undo', () => undo('copy'));

const [model] = await loadShifts(db, site, MONDAY, MONDAY + 7);
const pattern: Pattern = {
  ...{
    id: 'bench-pattern',
    name: 'Eight weeks',
    anchor: MONDAY + 56,
    since: MONDAY + 56,
    until: MONDAY + 111,
  },
  ...{ weeks: 8, rule: null, endings: [] },
  shifts: Array.from({ length: 8 }, (_, week) =>
    [0, 1, 2, 3, 4].map((day) => ({
      ...toShiftSpec(model),
      id: `s${week}-${day}`,
      day: week * 7 + ((day + week) % 7),
    })),
  ).flat(),
  members: people.map((person, i) => ({ id: `m${i}`, person, offset: i % 8 })),
};
await during(db, site, 'pattern-600x8', () => run('pattern.save', { site, pattern, weeks: 20 }));

const heads = ['Number', 'Name', 'Role', 'Hours a week', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri'];
const lines = Array.from({ length: 19_999 }, (_, i) => [
  ...[`N${i}`, `Person ${i}`, i % 2 ? 'Kitchen' : 'Bar', '37.5'],
  ...['9-17', '9-17', 'off', '10-14 17-22', '9-17'],
]);
const bytes = new TextEncoder().encode(formatCsv([heads, ...lines]));
await during(db, site, 'import-20000-preview', async () => {
  const file = { name: 'list.csv', bytes, site: 'bistro' };
  await takeFile(db, actor, file, () => undefined);
});
const some = new TextEncoder().encode(formatCsv([heads, ...lines.slice(0, 600)]));
const taken = await takeFile(db, actor, { name: 'list.csv', bytes: some, site: 'bistro' }, () => undefined);
await during(db, site, 'import-600', () => run('people.import', { options: taken.options }));
await end();

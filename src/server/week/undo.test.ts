import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { sql } from 'kysely';
import { toShiftSpec } from '@/core/plan/shift-spec';
import type { Pattern } from '@/core/patterns/pattern';
import type { Change } from '@/core/plan/change';
import { NO_DETAIL, type Shift } from '@/core/plan/types';
import { shift as bare } from '@/core/testing';
import { shared } from '@/core/time/span';
import { spanOf } from '@/core/week/placement';
import type { Database } from '@/data/database';
import { loadPatterns } from '@/data/patterns/pattern-store';
import { loadTemplates } from '@/data/templates/template-store';
import { loadShifts } from '@/data/week/shift-store';
import { OWNER } from '../access/testing';
import { runCommand } from '../commands/run';
import { undoCommand } from '../commands/undo';
import { changePlan } from '../plan/commands';
import { planOfWeek } from '../plan/queries';
import { MONDAY, NEXT, db, freshDemo } from './testing';

const WEEKS = [NEXT, NEXT + 7, NEXT + 14];

/** What commands write; logs only grow, and a version says that something was done. */
const TABLES = [
  'shift',
  'pattern',
  'pattern_exception',
  'shift_template',
  'week_template',
  'station',
  'daybook',
];

async function dump(db: Database): Promise<Record<string, unknown[]>> {
  const found: Record<string, unknown[]> = {};
  for (const table of TABLES) {
    const { rows } = await sql<object>`select * from ${sql.table(table)}`.execute(db);
    found[table] = rows.map((row) => JSON.stringify(row)).sort();
  }
  return found;
}

/** One step, chosen by numbers so that it means something whatever stands at the time. */
interface Step {
  readonly kind: (typeof KINDS)[number];
  readonly n: number;
  readonly m: number;
}

const KINDS = [
  'save-pattern',
  'change-pattern',
  'change-pattern',
  'end-pattern',
  'start-week',
  'start-week',
  'save-templates',
  'note',
  'take-away',
  'move',
] as const;

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const of = <T>(list: readonly T[], n: number): T => list[n % list.length];

const FORMS = ['7-15', '10-14', '14-17', '17-23', '20-26'].map((times) =>
  toShiftSpec(
    bare(null, 0, times, { role: 'floor', label: times, detail: { ...NO_DETAIL, station: 'Pass' } }),
  ),
);

function patternOf({ n, m }: Step): Pattern {
  const rule = of([null, 'FREQ=WEEKLY;BYDAY=TU,SA', 'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO'], n);
  const days = rule === null ? [0, 3, 8] : [0];
  return {
    id: `mine-${m % 2}`,
    name: `Mine ${m % 2}`,
    anchor: NEXT,
    since: NEXT + (n % 5),
    until: m % 3 === 0 ? NEXT + 16 : null,
    weeks: rule === null ? 2 : 1,
    rule,
    shifts: days.map((day, i) => ({ ...of(FORMS, n + m), id: `s${i}`, day })),
    members: [
      { id: 'a', person: of(['jonas', 'dario', null], n), offset: 0 },
      ...(n % 2 ? [{ id: 'b', person: 'lior', offset: rule === null ? 1 : 0 }] : []),
    ],
    endings: [],
  };
}

let made = 0;

class Desk {
  private readonly taken: (() => Promise<boolean>)[] = [];

  constructor(readonly db: Database) {}

  private shifts(): Promise<Shift[]> {
    return loadShifts(this.db, 'bistro', NEXT, NEXT + 28);
  }

  async command(kind: string, input: object): Promise<boolean> {
    const id = `request-${++made}`;
    const asked = { id, kind, input: { site: 'bistro', ...input } };
    const before = await dump(this.db);
    const answer = await runCommand(this.db, OWNER, asked, { preview: false });
    // What changed nothing is not kept, so there is nothing to take back.
    if (answer.ok && !same(before, await dump(this.db)))
      this.taken.push(async () => (await undoCommand(this.db, OWNER, id, `undo-${id}`)).ok);
    return answer.ok;
  }

  private async edit(changes: Change[]): Promise<boolean> {
    const answer = await changePlan(this.db, OWNER, 'bistro', NEXT, {
      id: `edit-${++made}`,
      base: 0,
      days: 28,
      changes,
    });
    return answer.ok;
  }

  /** Does a step; one that is refused changes nothing, which is part of what is tested. */
  async take(step: Step): Promise<void> {
    const { kind, n, m } = step;
    const shifts = await this.shifts();
    const followed = shifts.filter((one) => one.detail?.pattern);
    switch (kind) {
      case 'save-pattern':
        await this.command('pattern.save', { pattern: patternOf(step), weeks: n % 4 });
        return;
      case 'change-pattern':
        if (followed.length > 0)
          await this.command('pattern.change', {
            shift: of(followed, n).id,
            scope: of(['later', 'unpublished'], m),
            form: m % 5 === 0 ? null : of(FORMS, m),
          });
        return;
      case 'end-pattern': {
        const patterns = await loadPatterns(this.db, 'bistro');
        if (patterns.length > 0) await this.command('pattern.remove', { id: of(patterns, n).id });
        return;
      }
      case 'start-week':
        await this.command('week.start', {
          source: of(
            [
              { from: 'week', week: MONDAY },
              { from: 'patterns', ids: null },
            ],
            n,
          ),
          weeks: n % 3 === 0 ? WEEKS.slice(0, 2) : [of(WEEKS, m)],
          mode: of(['add', 'replace', 'fill'], m),
          people: m % 4 !== 0,
          open: true,
        });
        return;
      case 'save-templates': {
        const templates = await loadTemplates(this.db, 'bistro');
        const [first, ...rest] = templates;
        const changed = { ...first, form: { ...first.form, label: `Label ${m}` } };
        await this.command('templates.save', { templates: [changed, ...rest], follow: [first.id] });
        return;
      }
      case 'note':
        await this.command('daybook.save', { date: NEXT + (n % 7), note: m % 3 === 0 ? '' : `Note ${m}` });
        return;
      case 'take-away': {
        if (shifts.length === 0) return;
        const gone = of(followed.length > 0 ? followed : shifts, n);
        if (await this.edit([{ do: 'remove', id: gone.id }]))
          this.taken.push(() => this.edit([{ do: 'add', shift: gone }]));
        return;
      }
      case 'move': {
        if (shifts.length === 0) return;
        const was = of(shifts, n);
        const { pattern } = was.detail ?? NO_DETAIL;
        const detail = pattern
          ? { ...was.detail!, pattern: { ...pattern, overridden: true } }
          : (was.detail ?? null);
        const shift = { date: NEXT + (m % 21), detail };
        if (await this.edit([{ do: 'set', id: was.id, shift }]))
          this.taken.push(() =>
            this.edit([{ do: 'set', id: was.id, shift: { date: was.date, detail: was.detail ?? null } }]),
          );
      }
    }
  }

  /** Takes everything back, the last first. */
  async takeBack(): Promise<void> {
    for (const back of this.taken.reverse()) expect(await back()).toBe(true);
  }
}

const steps = fc.array(
  fc.record({ kind: fc.constantFrom(...KINDS), n: fc.nat({ max: 60 }), m: fc.nat({ max: 60 }) }),
  { minLength: 2, maxLength: 7 },
);

test('whatever is done to repeats, nobody is in two places, no occurrence comes twice, and all of it can be taken back', async () => {
  await fc.assert(
    fc.asyncProperty(steps, async (taken) => {
      await freshDemo();
      const desk = new Desk(db);
      const before = await dump(desk.db);
      for (const step of taken) {
        await desk.take(step);
        const { plan } = await weeksOf(desk.db);
        const keys = plan.shifts.flatMap(({ detail }) =>
          detail?.pattern ? [`${detail.pattern.id} ${detail.pattern.key}`] : [],
        );
        expect(keys).toHaveLength(new Set(keys).size);
        expect(overlaps(plan.shifts)).toEqual([]);
      }
      await desk.takeBack();
      expect(await dump(desk.db)).toEqual(before);
    }),
    { numRuns: 8 },
  );
}, 120_000);

async function weeksOf(db: Database) {
  const found = await planOfWeek(db, OWNER, 'bistro', NEXT, 28);
  if (!found.ok) throw new Error(found.problem.message);
  return found.payload;
}

function overlaps(shifts: readonly Shift[]): string[] {
  const held = shifts.filter(({ person }) => person !== null);
  return held.flatMap((a) =>
    held
      .filter((b) => a.id < b.id && a.person === b.person && shared(spanOf(a), spanOf(b)) > 0)
      .map((b) => `${a.id} ${b.id}`),
  );
}

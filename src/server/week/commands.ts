import { randomUUID } from 'node:crypto';
import { type Change } from '@/core/plan/change';
import { type Result, fail } from '@/core/plan/problem';
import type { SurroundingShift, Plan, Shift } from '@/core/plan/types';
import { type Day, startOfWeek } from '@/core/time/day';
import { counted, formatCount, formatDays } from '@/core/time/format';
import { cellOf, copyShifts } from '@/core/week/copy-week';
import { type Pattern, occurrencesOf } from '@/core/patterns/pattern';
import { materialize } from '@/core/patterns/materialize';
import type { Database } from '@/data/database';
import { listSites, namesOf } from '@/data/site/site-store';
import { type StoredPlan, loadPlan } from '@/data/week/plan-store';
import { loadPatternExceptions, loadPatterns } from '@/data/patterns/pattern-store';
import { loadWeekTemplates } from '@/data/templates/template-store';
import { loadShifts } from '@/data/week/shift-store';
import { PREPARE_SHARE, command } from '../commands/command';
import { START } from './schema';
import type { StartRequest } from './payload';
import { remarksOf } from '@/core/week/remarks';

interface Brought {
  readonly changes: readonly Change[];
  readonly remarks: readonly string[];
}

/**
 * Writes one or several weeks from an earlier week, from a week template or from patterns. What stands in them
 * stays, goes or keeps its cells, as chosen.
 */
export const startWeek = command<'week.start', StartRequest>({
  kind: 'week.start',
  long: true,
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: START,
  async prepare(context, request) {
    const { db } = context;
    const all = await listSites(db);
    const line = all.find((site) => site.id === request.site);
    if (!line) return fail('unknown', 'there is no such site', 'input.site');
    const weeks = [...new Set(request.weeks.map((week) => startOfWeek(week, line.weekStart)))].sort(
      (a, b) => a - b,
    );
    const source = await sourceOf(db, request, line.weekStart);
    if (!source.ok) return source;
    const names = namesOf(all);
    const leaving = request.mode === 'replace' ? await goingIn(db, request, weeks) : NONE_GO;
    const changes: Change[] = [];
    // How many come in each week is said first, then shift by shift what comes otherwise.
    const heads: string[] = [];
    const remarks: string[] = [];
    for (const [i, week] of weeks.entries()) {
      await context.watch?.onProgress((i / weeks.length) * PREPARE_SHARE);
      if (context.watch?.signal.aborted) return fail('stopped', 'stopped; nothing was changed');
      const stored = await loadPlan(db, request.site, week, 7);
      if (!stored) return fail('unknown', 'there is no such site', 'input.site');
      const brought = copyInto(source.value, withoutGoing(stored, leaving), request, changes, names);
      changes.push(...brought.changes);
      const name = `Week ${formatDays(week, 7)}`;
      const arriving = brought.changes.filter((change) => change.do === 'add').length;
      const going = brought.changes.filter((change) => change.do === 'remove').length;
      const parts = [`${counted(arriving, 'shift')} ${arriving === 1 ? 'arrives' : 'arrive'}`];
      if (brought.remarks.length > 0)
        parts.push(`${formatCount(brought.remarks.length)} of them not as they were`);
      if (going > 0) parts.push(`${formatCount(going)} ${going === 1 ? 'goes' : 'go'}`);
      const gone = new Set(brought.changes.flatMap((one) => (one.do === 'remove' ? [one.id] : [])));
      const told = stored.published.filter((shift) => gone.has(shift.id)).length;
      if (told > 0) parts.push(`${formatCount(told)} of these published`);
      heads.push(`${name}: ${parts.join(', ')}.`);
      remarks.push(...brought.remarks);
      if (i === 0 && weeks.length === 1 && arriving === 0) heads.push('There is nothing to bring.');
    }
    const first = formatDays(weeks[0], 7);
    const title =
      weeks.length === 1
        ? `Week ${first} from ${source.value.name}`
        : `${weeks.length} weeks from ${first} on, from ${source.value.name}`;
    return {
      ok: true,
      work: {
        title,
        rows: [],
        subjects: [{ kind: 'site', id: request.site }],
        sites: [request.site],
        weeks,
        shifts: [{ site: request.site, changes }],
        remarks: [...heads, ...remarks],
      },
    };
  },
});

type Source =
  | { readonly kind: 'shifts'; readonly name: string; readonly first: Day; readonly shifts: readonly Shift[] }
  | {
      readonly kind: 'patterns';
      readonly name: string;
      readonly patterns: readonly Pattern[];
      readonly leftOut: ReadonlyMap<string, ReadonlySet<string>>;
    };

async function sourceOf(
  db: Database,
  { site, source, weeks }: StartRequest,
  weekStart: number,
): Promise<Result<{ value: Source }>> {
  if (source.from === 'patterns') {
    const all = await loadPatterns(db, site);
    const patterns = all.filter(({ id }) => source.ids === null || source.ids.includes(id));
    const leftOut = await loadPatternExceptions(
      db,
      patterns.map(({ id }) => id),
    );
    return { ok: true, value: { kind: 'patterns', name: 'patterns', patterns, leftOut } };
  }
  if (source.from === 'template') {
    const template = (await loadWeekTemplates(db, site)).find((one) => one.id === source.id);
    if (!template) return fail('unknown', 'there is no such week template', 'input.source.id');
    return { ok: true, value: { kind: 'shifts', name: template.name, first: 0, shifts: template.shifts } };
  }
  const first = startOfWeek(source.week, weekStart);
  if (weeks.some((week) => startOfWeek(week, weekStart) === first))
    return fail('same', 'a week is not copied onto itself', 'input.source.week');
  const shifts = await loadShifts(db, site, first, first + 7);
  return { ok: true, value: { kind: 'shifts', name: `week ${formatDays(first, 7)}`, first, shifts } };
}

function copyInto(
  source: Source,
  stored: StoredPlan,
  { mode, people, open }: StartRequest,
  earlier: readonly Change[],
  names: ReadonlyMap<string, string>,
): Brought {
  const plan = withEarlier(stored.plan, earlier);
  const says = remarksOf(plan, stored.hourFormat, names);
  if (source.kind === 'shifts') {
    const copied = copyShifts(
      source.shifts,
      plan.from - source.first,
      plan,
      { mode, people, open },
      randomUUID,
    );
    return {
      changes: copied.changes,
      remarks: copied.remarks.map(({ shift, what, barrier }) => says.remark(shift, what, barrier)),
    };
  }
  const published = new Set(stored.published.map(({ id }) => id));
  const gone: Change[] =
    mode === 'replace'
      ? plan.shifts.filter((shift) => !shift.detail?.pattern).map((shift) => ({ do: 'remove', id: shift.id }))
      : [];
  const ids = new Set(gone.map((change) => ('id' in change ? change.id : '')));
  let now: Plan = { ...plan, shifts: plan.shifts.filter((shift) => !ids.has(shift.id)) };
  const filled = new Set(mode === 'fill' ? now.shifts.map(cellOf) : []);
  const changes: Change[] = [...gone];
  const remarks: string[] = [];
  for (const pattern of source.patterns) {
    const given = occurrencesOf(pattern, plan.from, plan.from + plan.days, plan.site.weekStart).filter(
      ({ on, member }) => !filled.has(cellOf({ date: on, person: member.person })),
    );
    const written = materialize(
      now,
      pattern,
      given,
      source.leftOut.get(pattern.id)!,
      (id) => published.has(id),
      randomUUID,
    );
    // Starting a week only brings shifts; what stands in it from the pattern is the pattern's to change.
    const adds = written.changes.filter((change) => change.do === 'add');
    changes.push(...adds);
    now = withEarlier(now, adds);
    remarks.push(...written.remarks.map(({ shift, what, barrier }) => says.remark(shift, what, barrier)));
  }
  if (!people) return { changes: changes.map(withoutPerson), remarks };
  return { changes, remarks };
}

function withoutPerson(change: Change): Change {
  return change.do === 'add' ? { do: 'add', shift: { ...change.shift, person: null } } : change;
}

const NONE_GO: ReadonlySet<string> = new Set();

/** The shifts that go from all weeks to be written, as a plan of a week beside them would know them. */
async function goingIn(
  db: Database,
  { site, source }: StartRequest,
  weeks: readonly Day[],
): Promise<Set<string>> {
  const going = new Set<string>();
  for (const week of weeks)
    for (const shift of await loadShifts(db, site, week, week + 7))
      if (shift.person !== null && (source.from !== 'patterns' || !shift.detail?.pattern))
        going.add(spanKey(shift.person, shift));
  return going;
}

/** A plan beside which nothing stands that goes too: Sunday's night is no bar to Monday where both weeks are replaced. */
function withoutGoing(stored: StoredPlan, going: ReadonlySet<string>): StoredPlan {
  if (going.size === 0) return stored;
  const around = stored.plan.surroundingShifts.filter(
    (shift) => shift.site !== null || !going.has(spanKey(shift.person, shift)),
  );
  return { ...stored, plan: { ...stored.plan, surroundingShifts: around } };
}

function spanKey(person: string, { date, from, to }: Pick<Shift, 'date' | 'from' | 'to'>): string {
  return `${person} ${date} ${from} ${to}`;
}

/** A plan that knows of shifts which weeks before it have just been given. */
function withEarlier(plan: Plan, changes: readonly Change[]): Plan {
  const added = changes.flatMap((change) => (change.do === 'add' ? [change.shift] : []));
  const here = added.filter(({ date }) => date >= plan.from && date < plan.from + plan.days);
  const around = added.flatMap((shift) =>
    shift.person !== null && (shift.date === plan.from - 1 || shift.date === plan.from + plan.days)
      ? [aroundOf(shift, shift.person)]
      : [],
  );
  if (here.length === 0 && around.length === 0) return plan;
  return {
    ...plan,
    shifts: [...plan.shifts, ...here],
    surroundingShifts: [...plan.surroundingShifts, ...around],
  };
}

function aroundOf({ role, date, from, to }: Shift, person: string): SurroundingShift {
  return { person, role, site: null, date, from, to, break: null };
}

/** The shifts of a week as a template keeps them: what stands, dates counted from the week's first day. */
export function templateShifts(shifts: readonly Shift[], first: Day, people: boolean): Shift[] {
  return shifts.map((shift) => ({
    ...shift,
    date: shift.date - first,
    person: people ? shift.person : null,
  }));
}

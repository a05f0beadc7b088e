import Joi from 'joi';
import { refusal, tryChanges } from '@/core/consequences/consequences';
import { judge } from '@/core/consequences/judge';
import { type Change } from '@/core/plan/change';
import { type Problem, fail } from '@/core/plan/problem';
import type { Plan, Shift } from '@/core/plan/types';
import { loadPlan } from '@/data/week/plan-store';
import { parsePlan } from '@/formats/plan-file/parse';
import { BUSINESS } from '../access/permissions';
import { command } from '../commands/command';
import { ID } from '../input';
import { DAY_NUMBER, NAME } from '../site/schema';
import { lockedCurrency } from '../site/commands';
import type { PlanFileCheck } from './payload';
import { SiteBuilder, freshIds } from './site-builder';

/** The most that a plan file may be, in bytes. */
export const MOST_TEXT = 8_000_000;
const TEXT = Joi.string().max(MOST_TEXT);

/** What a plan file holds, with all its faults where it has some. */
export function checkPlanFile(text: string): PlanFileCheck {
  const read = parsePlan(text);
  if (!read.ok) return { ok: false, faults: read.faults };
  const { plan } = read.value;
  return {
    ok: true,
    site: plan.site.name,
    from: plan.from,
    days: plan.days,
    people: plan.people.length,
    roles: plan.roles.length,
    shifts: plan.shifts.length,
    needs: plan.needs.length,
  };
}

function planOf(text: string): { ok: true; plan: Plan } | { ok: false; problem: Problem } {
  const read = parsePlan(text);
  if (read.ok) return { ok: true, plan: read.value.plan };
  const [first] = read.faults;
  return fail('input', `${first.message} (one of ${read.faults.length} faults)`, first.path);
}

/**
 * The shifts of a plan file in a week of a site that is there. People are found by id, else by a name that only
 * one has. Shifts whose person is not known here, or is in another shift then, arrive open, and are told.
 */
export const importWeek = command<'plan-file.week', { site: string; week: number; text: string }>({
  kind: 'plan-file.week',
  long: true,
  permission: 'plan.change',
  scope: ({ site }) => ({ sites: [site] }),
  input: Joi.object({ site: ID.required(), week: DAY_NUMBER.required(), text: TEXT.required() }).required(),
  async prepare({ db }, { site, week, text }) {
    const read = planOf(text);
    if (!read.ok) return read;
    const { plan } = read;
    const stored = await loadPlan(db, site, week, Math.max(7, plan.days));
    if (!stored) return fail('unknown', 'there is no such site', 'site');
    const here = stored.plan;
    const people = matching(plan.people, here.people);
    const roles = matching(plan.roles, here.roles);
    const ids = await freshIds(db, plan.shifts);
    const shifts = plan.shifts.map((shift) => ({
      ...shift,
      id: ids.get(shift.id)!,
      date: shift.date - plan.from + week,
      person: shift.person === null ? null : (people.get(shift.person) ?? null),
      role: shift.role === null ? null : (roles.get(shift.role) ?? null),
    }));
    const placed = withoutClashes(here, shifts);
    if (!placed.ok) return placed;
    const { changes, clashes } = placed;
    const opened = plan.shifts.filter((shift) => shift.person !== null && !people.has(shift.person)).length;
    const bare = plan.shifts.filter((shift) => shift.role !== null && !roles.has(shift.role)).length;
    return {
      ok: true,
      work: {
        title: `${shifts.length} shifts from a plan file`,
        rows: [],
        subjects: [{ kind: 'site', id: site }],
        sites: [site],
        shifts: [{ site, changes }],
        remarks: [
          ...(opened > 0 ? [`${opened} shifts arrive open: their people are not known here.`] : []),
          ...(clashes > 0 ? [`${clashes} shifts arrive open: their people are in another shift then.`] : []),
          ...(bare > 0 ? [`${bare} shifts arrive without a role: it is not known here.`] : []),
        ],
      },
    };
  },
});

/** The shifts as changes; those that would put somebody in two places at once are left open. */
function withoutClashes(
  here: Plan,
  shifts: readonly Shift[],
): { ok: true; changes: Change[]; clashes: number } | { ok: false; problem: Problem } {
  const judgement = judge(here);
  const placed = new Map(shifts.map((shift) => [shift.id, shift]));
  for (let clashes = 0; ; clashes++) {
    const changes = [...placed.values()].map((shift): Change => ({ do: 'add', shift }));
    const tried = tryChanges(judgement, changes);
    if (!tried.ok) return tried;
    const overlap = refusal(tried.trial.consequences);
    const id = overlap?.shifts.findLast((one) => placed.has(one));
    if (id === undefined) return { ok: true, changes, clashes };
    placed.set(id, { ...placed.get(id)!, person: null });
  }
}

function matching<T extends { readonly id: string; readonly name: string }>(
  from: readonly T[],
  to: readonly { readonly id: string; readonly name: string }[],
): Map<string, string> {
  const found = new Map<string, string>();
  for (const one of from) {
    const same = to.find((other) => other.id === one.id && other.name === one.name);
    const named = to.filter((other) => other.name.toLocaleLowerCase() === one.name.toLocaleLowerCase());
    const match = same ?? (named.length === 1 ? named[0] : undefined);
    if (match) found.set(one.id, match.id);
  }
  return found;
}

/** A plan file as a site of its own, with its people, roles, needs, rules and shifts. */
export const importSite = command<'plan-file.site', { name: string; text: string }>({
  kind: 'plan-file.site',
  long: true,
  permission: 'setup.change',
  scope: () => BUSINESS,
  input: Joi.object({ name: NAME.required(), text: TEXT.required() }).required(),
  async prepare({ db }, { name, text }) {
    const read = planOf(text);
    if (!read.ok) return read;
    const locked = await lockedCurrency(db, read.plan.site.currency);
    if (locked) return locked;
    const builder = await SiteBuilder.open(db, name, read.plan);
    await builder.addShifts(db);
    return {
      ok: true,
      work: {
        title: `New site ${name} from a plan file`,
        rows: builder.rows(),
        subjects: [
          { kind: 'site', id: builder.site },
          ...[...builder.people.values()].map((id) => ({ kind: 'person' as const, id })),
        ],
        sites: [],
        answer: builder.site,
        remarks: builder.remarks(),
      },
    };
  },
});

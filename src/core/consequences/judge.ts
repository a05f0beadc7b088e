import { availabilityOf } from '../availability/allowed';
import type { Snag } from '../checks/shared/snag';
import { type Block, blocksOf, rangeOn, reachOf } from '../coverage/blocks';
import { type Staffing, restaff, staffingOf } from '../coverage/staffing';
import { type Change, applyAll, isShiftChange, isVisitChange } from '../plan/change';
import { type Result } from '../plan/problem';
import { planContext } from '../plan/plan-context';
import { type ResolvedShift, resolveShift } from '../plan/resolved-shift';
import { placeOfShift, placesOf } from '../plan/shift-index';
import type { Plan, Shift } from '../plan/types';
import { DAY, type Span } from '../time/span';
import { fieldAfter, fieldSnags, fieldState } from './field-state';
import {
  type Judgement,
  NEVER_ASKED,
  type Partial,
  type PersonState,
  cellSnags,
  fieldGround,
  personState,
  runningChecks,
  shiftsOf,
  weekState,
} from './parts';

export type { Judgement, PersonState, WeekState } from './parts';

/** Judges a whole plan. */
export function judge(plan: Plan): Judgement {
  const context = planContext(plan);
  const checks = runningChecks(plan);
  const indexOf = new Map(plan.people.map((person, i) => [person.id, i]));
  const shifts: ResolvedShift[][] = Array.from({ length: plan.people.length + 1 }, () => []);
  for (const shift of plan.shifts)
    shifts[shift.person === null ? plan.people.length : indexOf.get(shift.person)!].push(
      resolveShift(context, shift),
    );
  for (const shift of plan.surroundingShifts)
    shifts[indexOf.get(shift.person)!].push(resolveShift(context, shift));
  const people = shifts.map((list, i) => {
    const person = plan.people[i] ?? null;
    return personState(context, checks, person, list, person ? availabilityOf(person) : NEVER_ASKED);
  });
  return completed({ plan, context, checks, people, indexOf });
}

/** The judgement of people who were looked at, with coverage and weeks. `staffing`: where it is known already. */
export function completed(parts: Omit<Partial, 'staffing' | 'ranges'>, known?: Staffing): Judgement {
  const { plan, context, people } = parts;
  const presences = people.map((state) => state.presence);
  const staffing = known ?? staffingOf(context, presences);
  const reach = reachOf(context, people.map(shiftsOf));
  const ranges = Array.from({ length: plan.days + 1 }, (_, day) => rangeOn(context, staffing, reach, day));
  const partial = { ...parts, staffing, ranges };
  const cells: Snag[][] = [];
  for (let day = 0; day <= plan.days; day++)
    for (let row = 0; row <= plan.roles.length; row++) cells.push(cellSnags(partial, row, day));
  const weeks = context.weeks.map((_, i) => {
    const paid = people.reduce((sum, state) => sum + (state.view.pay[i]?.paid ?? 0), 0);
    const cost = people.reduce((sum, state) => sum + (state.weekCosts[i] ?? 0), 0);
    return weekState(partial, i, paid, cost);
  });
  return { ...partial, cells, weeks, field: fieldState(fieldGround(partial)) };
}

/**
 * The judgement after some changes, in order, all or none, with the changes that take them back. Only people,
 * rows and weeks that the changes touch are looked at again.
 */
export function rejudge(
  judgement: Judgement,
  changes: readonly Change[],
): Result<{ judgement: Judgement; inverse: Change[] }> {
  // What is tried on one plan is tried often: its shifts are found at once from the second time on.
  placesOf(judgement.plan.shifts);
  const done = applyAll(judgement.plan, changes);
  if (!done.ok) return done;
  const { context, checks, indexOf } = judgement;
  const { plan } = done;
  const open = plan.people.length;
  const touchedPeople = new Set<number>();
  const touchedShifts = new Set<string>();
  for (const change of changes) {
    if ('person' in change) touchedPeople.add(indexOf.get(change.person)!);
    else if (isShiftChange(change)) touchedShifts.add(change.do === 'add' ? change.shift.id : change.id);
  }
  const { before, after } = findShifts(judgement.plan, plan, touchedShifts);
  const ownerOf = (shift: Shift) => (shift.person === null ? open : indexOf.get(shift.person)!);
  for (const shift of before.values()) touchedPeople.add(ownerOf(shift));
  const candidate = new Map<number, Shift[]>();
  for (const shift of after.values()) {
    const owner = ownerOf(shift);
    touchedPeople.add(owner);
    const list = candidate.get(owner);
    if (list) list.push(shift);
    else candidate.set(owner, [shift]);
  }

  const people = judgement.people.slice();
  const touched = [...touchedPeople];
  for (const index of touched) {
    const old = judgement.people[index];
    const person = plan.people[index] ?? null;
    const list = old.view.all.filter((resolved) => resolved.id === null || !touchedShifts.has(resolved.id));
    for (const shift of candidate.get(index) ?? []) list.push(resolveShift(context, shift));
    people[index] = personState(context, checks, person, list, old.view.availability);
  }
  const moved = restaff(
    judgement.staffing,
    touched.map((index) => judgement.people[index].presence),
    touched.map((index) => people[index].presence),
  );
  const partial = { ...judgement, plan, people, staffing: moved.staffing };
  const next = withCoverage(partial, judgement, moved, [...before.values(), ...after.values()]);
  // Who is on leave matters to a week where there is a limit on that.
  const leaveCounts = (plan.awayLimits?.length ?? 0) > 0 && changes.some((change) => 'person' in change);
  const weeks = judgement.weeks.map((week, i) => {
    let { paid, cost } = week;
    for (const index of touched) {
      const old = judgement.people[index];
      paid += (people[index].view.pay[i]?.paid ?? 0) - (old.view.pay[i]?.paid ?? 0);
      cost += (people[index].weekCosts[i] ?? 0) - (old.weekCosts[i] ?? 0);
    }
    const stays = paid === week.paid && cost === week.cost && !leaveCounts;
    return stays ? week : weekState(partial, i, paid, cost);
  });
  const whose = new Set(touched.flatMap((index) => plan.people[index]?.id ?? []));
  const field = plan.work
    ? fieldAfter(
        judgement.field,
        judgement.plan.work,
        fieldGround(partial),
        changes.filter(isVisitChange),
        whose,
        new Set(changes.flatMap((change) => ('person' in change ? [change.person] : []))),
      )
    : null;
  return { ok: true, judgement: { ...next, weeks, field }, inverse: done.inverse };
}

/**
 * One person's state as if some shifts, new or standing elsewhere in the plan, were theirs, and some of theirs were not.
 * Nothing else is looked at, which makes it quick to ask for many people.
 */
export function withShifts(
  judgement: Judgement,
  index: number,
  shifts: readonly Shift[],
  without: readonly string[] = [],
): PersonState {
  const { context, checks, plan } = judgement;
  const { view } = judgement.people[index];
  const ids = new Set([...shifts.map((shift) => shift.id), ...without]);
  const list = view.all.filter((resolved) => resolved.id === null || !ids.has(resolved.id));
  for (const shift of shifts) list.push(resolveShift(context, shift));
  return personState(context, checks, plan.people[index], list, view.availability);
}

function withCoverage(
  partial: Judgement,
  old: Judgement,
  moved: { touched: Set<number>; rows: number },
  shifts: readonly Shift[],
): Judgement {
  const days = new Set<number>();
  const block = partial.context.site.blockMinutes;
  for (const shift of shifts) {
    const first = shift.date - partial.plan.from;
    for (let day = first; (day - first) * DAY < shift.to; day++)
      if (!isInside(shift, old.ranges[day], (day - first) * DAY, block)) days.add(day);
  }
  let { ranges } = old;
  if (days.size > 0) {
    const reach = reachOf(partial.context, partial.people.map(shiftsOf), days);
    const fresh = ranges.slice();
    for (const day of days) fresh[day] = rangeOn(partial.context, partial.staffing, reach, day);
    ranges = fresh;
  }
  const next = { ...partial, ranges };
  const cells = old.cells.slice();
  const again = new Set(moved.touched);
  for (const day of days) {
    const [a, b] = [old.ranges[day], ranges[day]];
    if (a?.from === b?.from && a?.to === b?.to) continue;
    for (let row = 0; row < moved.rows; row++) again.add(day * moved.rows + row);
  }
  for (const cell of again) cells[cell] = cellSnags(next, cell % moved.rows, Math.floor(cell / moved.rows));
  return { ...next, cells };
}

/** Whether a shift ends well inside what is shown of a day, so that it has no say in how far that reaches. */
function isInside(shift: Shift, range: Span | null, offset: number, block: number): boolean {
  if (!range) return false;
  const [from, to] = [Math.max(shift.from - offset, 0), Math.min(shift.to - offset, DAY)];
  return from >= range.from + block && to <= range.to - block;
}

function findShifts(
  before: Plan,
  after: Plan,
  ids: ReadonlySet<string>,
): { before: Map<string, Shift>; after: Map<string, Shift> } {
  const pick = ({ shifts }: Plan) => {
    const found = new Map<string, Shift>();
    for (const id of ids) {
      const at = placeOfShift(shifts, id);
      if (at >= 0) found.set(id, shifts[at]);
    }
    return found;
  };
  if (ids.size > FEW) return { before: pickAll(before, ids), after: pickAll(after, ids) };
  return { before: pick(before), after: pick(after) };
}

/** Up to so many shifts it is quicker to look for each than to go through all. */
const FEW = 12;

function pickAll({ shifts }: Plan, ids: ReadonlySet<string>): Map<string, Shift> {
  const found = new Map<string, Shift>();
  for (const shift of shifts) if (ids.has(shift.id)) found.set(shift.id, shift);
  return found;
}

/** The coverage blocks of one row on one day of the plan; empty where there is nothing to show. */
export function coverageOf(judgement: Judgement, row: number, day: number): Block[] {
  const range = judgement.ranges[day];
  return range ? blocksOf(judgement.context, judgement.staffing, row, day, range) : [];
}

/** The coverage blocks of one row on one day between two minutes of it, which may lie past midnight. */
export function coverageBetween(judgement: Judgement, row: number, day: number, span: Span): Block[] {
  return blocksOf(judgement.context, judgement.staffing, row, day, span);
}

/** Every snag of a plan, unsorted. */
export function snagsOf(judgement: Judgement): Snag[] {
  const all: Snag[] = [];
  for (const state of judgement.people) all.push(...state.snags);
  for (const cell of judgement.cells) all.push(...cell);
  for (const week of judgement.weeks) all.push(...week.snags);
  all.push(...fieldSnags(judgement.field));
  return all;
}

import type { Judgement } from '../consequences/judge';
import type { Plan, Shift } from '../plan/types';
import { likeness } from './model';

/** The plan with other shifts in the place of its own: of people and roles that it has. */
export function planWith(plan: Plan, shifts: readonly Shift[]): Plan {
  const people = new Set(plan.people.map(({ id }) => id));
  const roles = new Set(plan.roles.map(({ id }) => id));
  return {
    ...plan,
    shifts: shifts.filter(
      ({ person, role, date }) =>
        (person === null || people.has(person)) &&
        (role === null || roles.has(role)) &&
        date >= plan.from &&
        date < plan.from + plan.days,
    ),
  };
}

/** How many shifts of one plan are not, alike and of the same person, in another; the larger of both ways. */
export function differing({ plan: one }: Judgement, { plan: other }: Judgement): number {
  return Math.max(missingFrom(one.shifts, other.shifts), missingFrom(other.shifts, one.shifts));
}

function missingFrom(shifts: readonly Shift[], others: readonly Shift[]): number {
  const known = new Map<string, number>();
  const keyOf = (shift: Shift) => `${shift.person} ${likeness(shift)}`;
  for (const shift of others) known.set(keyOf(shift), (known.get(keyOf(shift)) ?? 0) + 1);
  let missing = 0;
  for (const shift of shifts) {
    const left = known.get(keyOf(shift)) ?? 0;
    if (left === 0) missing++;
    else known.set(keyOf(shift), left - 1);
  }
  return missing;
}

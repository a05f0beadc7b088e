import { describe, expect, test } from '@jest/globals';
import { planContext } from '../plan/plan-context';
import { resolveShift } from '../plan/resolved-shift';
import type { Plan, Shift } from '../plan/types';
import { richPlan } from '../reference/rich-plans';
import { plan, repeats, shift } from '../testing';
import { DAY } from '../time/span';
import { type Presence, presenceOf, restaff, staffingOf } from './staffing';

/** Where everybody of a plan is, person by person. */
function presences(p: Plan): Presence[][] {
  const context = planContext(p);
  return p.people.map(({ id }) =>
    presenceOf(
      context,
      [...p.shifts, ...p.surroundingShifts]
        .filter((one) => one.person === id)
        .map((one) => resolveShift(context, one)),
    ),
  );
}

describe('people on after some of them changed', () => {
  test.each(Array.from({ length: repeats(30) }, (_, i) => i))(
    'are what they are counted anew, plan %i',
    (seed) => {
      const before = richPlan(seed);
      const moved = (one: Shift, i: number): Shift => {
        if (i % 5 === 0) return { ...one, person: null };
        if (i % 5 === 1) return { ...one, person: 'ann', role: 'bar' };
        return i % 5 === 2 ? { ...one, to: one.from + 15, break: null, detail: null } : one;
      };
      const after = { ...before, shifts: before.shifts.map(moved) };
      const context = planContext(before);
      const old = staffingOf(context, presences(before));
      const kept = old.staffed.map((row) => row.slice());
      const { staffing, touched, rows } = restaff(old, presences(before), presences(after));
      const fresh = staffingOf(context, presences(after));
      expect(rows).toBe(before.roles.length + 1);
      expect(staffing.staffed).toEqual(fresh.staffed);
      expect(staffing.needed).toBe(old.needed);
      expect(old.staffed).toEqual(kept);
      staffing.staffed.forEach((row, i) => {
        const days = Array.from({ length: before.days + 1 }, (_, day) => day);
        const differs = (day: number) =>
          row.subarray(day * DAY, (day + 1) * DAY).some((on, at) => on !== kept[i][day * DAY + at]);
        const isTouched = (day: number) => touched.has(day * rows + i);
        // What differs is told; a row in which nobody moved is the same one.
        for (const day of days) if (differs(day)) expect([i, day, isTouched(day)]).toEqual([i, day, true]);
        expect(row === old.staffed[i]).toBe(!days.some(isTouched));
      });
      expect([...touched].every((cell) => cell >= 0 && cell < rows * (before.days + 1))).toBe(true);
    },
  );

  test('touch only the days and rows in which somebody is elsewhere than before', () => {
    const shifts = [shift('ann', 0, '20-28'), shift('bo', 2, '9-17', { role: 'floor' })];
    const before = plan({ shifts });
    const later = { ...before, shifts: [{ ...shifts[0], to: shifts[0].to + 60 }, shifts[1]] };
    const { touched } = restaff(
      staffingOf(planContext(before), presences(before)),
      presences(before),
      presences(later),
    );
    // Bar and everybody, on the first day and after its midnight; nothing of the floor.
    expect([...touched].sort((a, b) => a - b)).toEqual([0, 2, 3, 5]);
    const same = restaff(
      staffingOf(planContext(before), presences(before)),
      presences(before),
      presences(before),
    );
    expect(same.touched.size).toBe(0);
    expect(presences(before)[0][0].spans).toEqual([{ from: 1200, to: 1680 }]);
  });

  test('who ends at midnight is not on the day after', () => {
    const before = plan({ shifts: [] });
    const after = plan({ shifts: [shift('ann', 0, '20-24')] });
    const old = staffingOf(planContext(before), presences(before));
    expect([...restaff(old, presences(before), presences(after)).touched].sort()).toEqual([0, 2]);
  });
});

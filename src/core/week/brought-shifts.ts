import { breakMinutes, resolveShift } from '../plan/resolved-shift';
import type { PlanContext } from '../plan/plan-context';
import { type Break, NO_DETAIL, type Shift } from '../plan/types';
import { groupedBy } from '../grouped';
import type { Day } from '../time/day';
import { DAY } from '../time/span';

/** A shift as a file tells it; what it says nothing of is null. */
export interface BroughtShift {
  /** Where in the file it stands. */
  readonly at: string;
  /** null: open. */
  readonly person: string | null;
  readonly role: string | null;
  readonly date: Day;
  readonly from: number;
  readonly to: number;
  /** Minutes of break in all. */
  readonly pause: number | null;
  readonly label: string | null;
  readonly station: string | null;
  readonly note: string | null;
}

/** What becomes of a brought shift: `shift` as it will stand, `before` as it stands now. */
export interface MatchedShift {
  readonly brought: BroughtShift;
  readonly before: Shift | null;
  readonly shift: Shift;
}

/** The longest a night in two parts may be to be one shift. */
const LONGEST_NIGHT = 16 * 60;
/** Midnight, and the minute before it: how a day's part of a night is written to end. */
const LAST_MINUTES = new Set([DAY, DAY - 1]);

/**
 * Shifts in which a night that was written as two, until midnight and from midnight on, is one again: of one person and
 * role, and not longer than a shift may be. It stands where its first part stood; `joined`: where second parts stood.
 */
export function joinNights(brought: readonly BroughtShift[]): {
  readonly shifts: BroughtShift[];
  readonly joined: ReadonlyMap<string, BroughtShift>;
} {
  const starts = groupedBy(
    brought.filter(({ from }) => from === 0),
    ({ person, date }) => `${person} ${date}`,
  );
  const joined = new Map<string, BroughtShift>();
  const shifts: BroughtShift[] = [];
  for (const one of brought) {
    if (joined.has(one.at)) continue;
    const rest = LAST_MINUTES.has(one.to)
      ? starts
          .get(`${one.person} ${one.date + 1}`)
          ?.find(
            ({ at, role, to }) =>
              !joined.has(at) &&
              (role === one.role || role === null || one.role === null) &&
              DAY + to - one.from <= LONGEST_NIGHT,
          )
      : undefined;
    if (!rest) {
      shifts.push(one);
      continue;
    }
    const whole: BroughtShift = {
      ...one,
      role: one.role ?? rest.role,
      to: DAY + rest.to,
      pause: one.pause === null && rest.pause === null ? null : (one.pause ?? 0) + (rest.pause ?? 0),
      label: one.label ?? rest.label,
      station: one.station ?? rest.station,
      note: one.note ?? rest.note,
    };
    joined.set(rest.at, whole);
    shifts.push(whole);
  }
  // A second part that was read before its first stands among the shifts still.
  return { shifts: shifts.filter(({ at }) => !joined.has(at)), joined };
}

/**
 * Brought shifts with those that stand for them already: of one person and date the same times, else those left over
 * in their order; open ones only where all is the same. `roleOf`: the role of one that is new and names none. What
 * stands on the `days` that were spoken of and was not found is `left`.
 */
export function matchShifts(
  context: PlanContext,
  brought: readonly BroughtShift[],
  days: readonly { readonly person: string | null; readonly date: Day }[],
  roleOf: (one: BroughtShift) => string | null,
  newId: () => string,
): { readonly matched: MatchedShift[]; readonly left: Shift[] } {
  const there = groupedBy(context.plan.shifts, ({ person, date }) => `${person} ${date}`);
  const matched: MatchedShift[] = [];
  const left: Shift[] = [];
  const groups = groupedBy(brought, ({ person, date }) => `${person} ${date}`);
  for (const { person, date } of days)
    if (!groups.has(`${person} ${date}`)) groups.set(`${person} ${date}`, []);
  for (const [key, group] of groups) {
    const free = [...(there.get(key) ?? [])].sort((a, b) => a.from - b.from);
    const take = (fits: (shift: Shift) => boolean) => {
      const i = free.findIndex(fits);
      return i < 0 ? null : free.splice(i, 1)[0];
    };
    const sorted = [...group].sort((a, b) => a.from - b.from);
    const found = new Map<BroughtShift, Shift>();
    const isRole = (one: BroughtShift, shift: Shift) => one.role === null || one.role === shift.role;
    for (const wide of [isRole, () => true])
      for (const one of sorted) {
        if (found.has(one) || (one.person === null && wide !== isRole)) continue;
        const same = take((shift) => shift.from === one.from && shift.to === one.to && wide(one, shift));
        if (same) found.set(one, same);
      }
    for (const one of sorted) {
      if (found.has(one) || one.person === null) continue;
      const other = take(() => true);
      if (other) found.set(one, other);
    }
    for (const one of sorted) {
      const before = found.get(one) ?? null;
      matched.push({
        brought: one,
        before,
        shift: before ? changed(context, before, one) : made(one, roleOf(one), newId()),
      });
    }
    left.push(...free);
  }
  return { matched, left };
}

function made(one: BroughtShift, role: string | null, id: string): Shift {
  const { person, date, from, to, pause, label, note, station } = one;
  return {
    ...{ id, person, date, from, to, label, note },
    role: one.role ?? role,
    break: pause === null ? null : plainBreak(pause),
    fixed: false,
    ...(station === null ? {} : { detail: { ...NO_DETAIL, station } }),
  };
}

function changed(context: PlanContext, before: Shift, one: BroughtShift): Shift {
  const { from, to, pause, station } = one;
  const moved: Shift = {
    ...before,
    ...{ from, to },
    role: one.role ?? before.role,
    label: one.label ?? before.label,
    note: one.note ?? before.note,
  };
  // Breaks stand as they are while they are as long as the file says.
  const rest = pause !== null && breakMinutes(resolveShift(context, moved)) !== pause;
  const { detail } = before;
  return {
    ...moved,
    break: rest ? plainBreak(pause) : before.break,
    ...(rest && detail ? { detail: { ...detail, moreBreaks: [] } } : {}),
    ...(station === null || station === detail?.station
      ? {}
      : { detail: { ...NO_DETAIL, ...detail, ...(rest ? { moreBreaks: [] } : {}), station } }),
  };
}

function plainBreak(minutes: number): Break {
  return { minutes, at: null, paid: false };
}

import type { Problem } from '../plan/problem';
import { type Known, specFaults } from '../plan/shift-faults';
import type { Shift } from '../plan/types';
import { type Day, startOfWeek, weekdayOf } from '../time/day';
import { DAY } from '../time/span';
import { SHORT_WEEKDAYS, formatDay, formatTimeSpan } from '../time/format';
import { type ShiftSpec, toShiftFields } from '../plan/shift-spec';
import { datesOf } from './rule';

/** A shift of a cycle. `id` names it for good, also when others come and go. */
export interface PatternShift extends ShiftSpec {
  readonly id: string;
  /** Day of the cycle, 0 being the first of its first week; 0 where a rule says the dates. */
  readonly day: number;
}

/** Who works a pattern, and how many weeks later than the first they start. `person` null: open shifts. */
export interface Member {
  readonly id: string;
  readonly person: string | null;
  readonly offset: number;
}

/**
 * A cycle of 1 to 8 weeks, or one shift on the dates of a rule. It is kept as what it says, however long it
 * holds; shifts are written from it week by week.
 */
export interface Pattern {
  readonly id: string;
  readonly name: string;
  /** Where counting begins: the cycle's first week, or the start of the rule. */
  readonly anchor: Day;
  /** First and last day on which it gives shifts; null: for good. */
  readonly since: Day;
  readonly until: Day | null;
  readonly weeks: number;
  /** An RFC 5545 rule in place of the cycle's days; null: the cycle. */
  readonly rule: string | null;
  readonly shifts: readonly PatternShift[];
  readonly members: readonly Member[];
  readonly endings: readonly Ending[];
}

/** Shifts of a member that ended: from `from` on something else was agreed for them, on all weekdays or on one. */
export interface Ending {
  readonly member: string;
  readonly shift: string;
  readonly from: Day;
  /** Monday 0. */
  readonly weekday?: number;
}

/** The longest cycle, in weeks. */
export const MOST_WEEKS = 8;

/** One shift of a pattern on one date. */
export interface Occurrence {
  readonly key: string;
  readonly on: Day;
  readonly member: Member;
  readonly shift: PatternShift;
}

/** What the key of an occurrence says: the date its pattern gave it, for which member, by which of the shifts. */
export interface OccurrenceKey {
  readonly originalDate: Day;
  readonly member: string;
  readonly shift: string;
}

/** Names one occurrence of a pattern for good. Ids hold no spaces. */
export function keyOf(originalDate: Day, member: string, shift: string): string {
  return `${originalDate} ${member} ${shift}`;
}

/** What a key made by {@link keyOf} says. */
export function parseKey(key: string): OccurrenceKey {
  const [date, member, shift] = key.split(' ');
  return { originalDate: Number(date), member, shift };
}

/** What a pattern gives from `from` to before `to`, by date; dates left out are given too. */
export function occurrencesOf(pattern: Pattern, from: Day, to: Day, weekStart: number): Occurrence[] {
  const first = Math.max(from, pattern.since);
  const end = pattern.until === null ? to : Math.min(to, pattern.until + 1);
  const found: Occurrence[] = [];
  const add = (on: Day, member: Member, shift: PatternShift) => {
    const isOver = pattern.endings.some(
      (one) =>
        one.member === member.id &&
        one.shift === shift.id &&
        on >= one.from &&
        (one.weekday === undefined || one.weekday === weekdayOf(on)),
    );
    if (!isOver) found.push({ key: keyOf(on, member.id, shift.id), on, member, shift });
  };
  if (pattern.rule !== null) {
    for (const on of datesOf(pattern.rule, pattern.anchor, first, end))
      for (const member of pattern.members) for (const shift of pattern.shifts) add(on, member, shift);
    return found;
  }
  const start = startOfWeek(pattern.anchor, weekStart);
  const length = pattern.weeks * 7;
  for (let on = first; on < end; on++)
    for (const member of pattern.members) {
      // Who starts later is as much earlier in the cycle.
      const day = (((on - start - member.offset * 7) % length) + length) % length;
      for (const shift of pattern.shifts) if (shift.day === day) add(on, member, shift);
    }
  return found;
}

/** The shift an occurrence is written as. */
export function shiftOf(pattern: Pattern, { key, on, member, shift }: Occurrence, id: string): Shift {
  return {
    id,
    person: member.person,
    date: on,
    fixed: false,
    ...toShiftFields(shift),
    detail: {
      ...toShiftFields(shift).detail,
      pattern: { id: pattern.id, key, originalDate: on, overridden: false },
    },
  };
}

/**
 * All that is wrong with a pattern by itself, each at its field: what is wrong with one of its shifts, a cycle too
 * long, nobody in it; and where nothing else is wrong, a person in it twice at one time.
 */
export function patternFaults(
  pattern: Pattern,
  weekStart: number,
  known: Pick<Known, 'roles'> = {},
): Problem[] {
  const faults: Problem[] = [];
  const add = (code: string, message: string, path: string) => faults.push({ code, message, path });
  if (pattern.weeks < 1 || pattern.weeks > MOST_WEEKS)
    add('weeks', `a cycle lasts from 1 to ${MOST_WEEKS} weeks`, 'weeks');
  if (pattern.shifts.length === 0) add('empty', 'the pattern has no shift yet', 'shifts');
  if (pattern.members.length === 0) add('empty', 'nobody works the pattern yet', 'members');
  if (pattern.until !== null && pattern.until < pattern.since)
    add('order', 'it ends before it begins', 'until');
  for (const [i, shift] of pattern.shifts.entries())
    for (const { code, message, path } of specFaults(shift, known))
      add(code, message, `shifts[${i}].${path}`);
  return faults.length > 0 ? faults : overlapIn(pattern, weekStart);
}

/** The first two shifts of a pattern that one person would have at one time; empty: there are none. */
function overlapIn(pattern: Pattern, weekStart: number): Problem[] {
  const horizon = pattern.since + (pattern.rule === null ? pattern.weeks * 14 + 7 : 400);
  const ends = new Map<string, Occurrence>();
  const inOrder = occurrencesOf(pattern, pattern.since, horizon, weekStart).sort(
    (a, b) => a.on - b.on || a.shift.from - b.shift.from,
  );
  for (const one of inOrder) {
    const { person } = one.member;
    if (person === null) continue;
    const before = ends.get(person);
    const start = one.on * DAY + one.shift.from;
    if (before && before.on * DAY + before.shift.to > start) {
      const format = ({ on, shift }: Occurrence) =>
        `${formatDay(on)} ${formatTimeSpan(shift.from, shift.to)}`;
      const message = `${format(before)} runs into ${format(one)}`;
      return [{ code: 'overlap', message, path: `shifts[${pattern.shifts.indexOf(one.shift)}]` }];
    }
    if (!before || before.on * DAY + before.shift.to < one.on * DAY + one.shift.to) ends.set(person, one);
  }
  return [];
}

/** `Tue of week 2`. */
export function cycleDay(day: number, weekStart: number): string {
  return `${SHORT_WEEKDAYS[(weekStart + day) % 7]} of week ${Math.floor(day / 7) + 1}`;
}

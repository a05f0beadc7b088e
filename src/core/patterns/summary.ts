import { breakOf } from '../hours/breaks';
import type { BreakTier } from '../plan/types';
import { weekdayOf, startOfWeek } from '../time/day';
import { type Occurrence, type Pattern, occurrencesOf } from './pattern';

/** A shift ends late from this minute of its day on (22:00). */
export const LATE_END = 1320;

/** What a pattern asks of one of its members. */
export interface MemberShare {
  readonly member: string;
  readonly person: string | null;
  /** Paid minutes by week of the range that is looked at. */
  readonly weeks: readonly number[];
  /** Weekends with a shift in them, and shifts that end late, in the range. */
  readonly weekends: number;
  readonly lateEnds: number;
}

/**
 * Hours by week and the share of weekends and late ends of each member, over one whole cycle from the first week
 * of the pattern, or over eight weeks where a rule says the dates. Breaks are those of the shift, else the rule's;
 * the clock change is left aside.
 */
export function patternShares(
  pattern: Pattern,
  weekStart: number,
  weekend: readonly number[],
  tiers: readonly BreakTier[],
): MemberShare[] {
  const count = pattern.rule === null ? pattern.weeks : 8;
  const first = startOfWeek(pattern.since, weekStart);
  const given = occurrencesOf(pattern, first, first + count * 7, weekStart);
  return pattern.members.map((member) => {
    const mine = given.filter((one) => one.member.id === member.id);
    const weeks = Array.from({ length: count }, () => 0);
    const weekends = new Set<number>();
    for (const one of mine) {
      const week = Math.floor((one.on - first) / 7);
      weeks[week] += paidOf(one, tiers);
      // Saturday and Sunday of one weekend may lie in two weeks of the site.
      if (weekend.includes(weekdayOf(one.on))) weekends.add(weekendOf(one.on, weekend));
    }
    return {
      member: member.id,
      person: member.person,
      weeks,
      weekends: weekends.size,
      lateEnds: mine.filter((one) => one.shift.to >= LATE_END).length,
    };
  });
}

function paidOf({ shift }: Occurrence, tiers: readonly BreakTier[]): number {
  const elapsed = shift.to - shift.from;
  const first = breakOf(shift.break, elapsed, tiers);
  const unpaid = [first, ...shift.moreBreaks].reduce((sum, one) => sum + (one.paid ? 0 : one.minutes), 0);
  return Math.max(0, elapsed - unpaid);
}

/** The first day of the weekend a date lies in. */
function weekendOf(day: number, weekend: readonly number[]): number {
  let first = day;
  for (let i = 0; i < 6 && weekend.includes(weekdayOf(first - 1)); i++) first--;
  return first;
}

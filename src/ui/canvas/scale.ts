import type { Judgement } from '@/core/consequences/judge';
import { needsOn } from '@/core/coverage/needed';
import { openOn } from '@/core/plan/plan-context';
import type { Plan } from '@/core/plan/types';
import { groupedBy } from '@/core/grouped';
import { DAY, type Span } from '@/core/time/span';

/** True time across the canvas: some days side by side, each showing the same hours. */
export interface Scale {
  /** First day shown, counted from the plan's first. */
  readonly firstDay: number;
  readonly days: number;
  /** Minutes of the day at the left and right edge of each day; the right edge may lie past midnight. */
  readonly from: number;
  readonly to: number;
  /** Pixels. */
  readonly dayWidth: number;
  readonly perMinute: number;
}

/** The shortest day that is drawn, in minutes. */
const SHORTEST = 480;
/** A shift past the usual hours by no more than this, in minutes, is drawn in full. */
const OVERHANG = 180;

type Hours = Pick<Scale, 'from' | 'to'>;

/**
 * The hours to show, whole ones and at most a day of them: opening hours and needs of any day of the plan, and
 * shifts as far as they are usual. A shift that reaches {@link OVERHANG} past the others counts when more than one
 * day in seven has such a one; else it runs out at the edge, so that a single night does not narrow all the days.
 * For one day alone (`day`, counted from the plan's first) everything of that day is shown.
 */
export function hoursOf({ plan }: Judgement, day: number | null = null): Hours {
  let hours = known.get(plan);
  if (!hours) known.set(plan, (hours = usualHours(plan)));
  if (day === null) return hours;
  return wholeHours([hours, ...plan.shifts.filter((shift) => shift.date === plan.from + day)]);
}

const known = new WeakMap<Plan, Hours>();

function usualHours(plan: Plan): Hours {
  const base: Span[] = [];
  for (let day = plan.from; day < plan.from + plan.days; day++) {
    if (plan.site.openHours !== null) base.push(...openOn(plan, day));
    base.push(...needsOn(plan, day));
  }
  if (base.length === 0) base.push(...plan.shifts.filter((shift) => shift.to <= DAY));
  if (base.length === 0) base.push(...plan.shifts);
  if (base.length === 0) return { from: 0, to: DAY };
  const { from, to } = hull(base);
  const byDay = [...groupedBy(plan.shifts, (shift) => shift.date).values()].map(hull);
  const rare = Math.floor(plan.days / 7);
  const early = byDay.map((one) => from - one.from);
  const late = byDay.map((one) => one.to - to);
  return wholeHours([{ from: from - usualOverhang(early, rare), to: to + usualOverhang(late, rare) }]);
}

/** How far past the edge the days reach, in minutes, those left out that reach farther than all but `rare` others. */
function usualOverhang(overhangs: number[], rare: number): number {
  const sorted = overhangs.sort((a, b) => b - a);
  return Math.max(0, sorted[rare] ?? 0, ...sorted.filter((one) => one <= OVERHANG));
}

function hull(spans: readonly Span[]): Hours {
  return {
    from: Math.min(...spans.map((span) => span.from)),
    to: Math.max(...spans.map((span) => span.to)),
  };
}

function wholeHours(spans: readonly Span[]): Hours {
  const all = hull(spans);
  const from = Math.floor(all.from / 60) * 60;
  const to = Math.min(Math.ceil(all.to / 60) * 60, from + DAY);
  return to - from < SHORTEST
    ? { from: Math.max(0, to - SHORTEST), to: Math.max(to, SHORTEST) }
    : { from, to };
}

/** A scale for `width` pixels. */
export function scaleOf(hours: Hours, firstDay: number, days: number, width: number): Scale {
  const dayWidth = width / days;
  return { firstDay, days, ...hours, dayWidth, perMinute: (dayWidth - 2) / (hours.to - hours.from) };
}

/** The x of a minute of a day; minutes outside the shown hours are moved to its edge. */
export function xOf(scale: Scale, day: number, minute: number): number {
  const inside = Math.min(Math.max(minute, scale.from), scale.to);
  return (day - scale.firstDay) * scale.dayWidth + 1 + (inside - scale.from) * scale.perMinute;
}

/** The day and minute at an x, the minute snapped to `step`. */
export function timeAt(scale: Scale, x: number, step: number): { day: number; minute: number } {
  const column = Math.min(Math.max(Math.floor(x / scale.dayWidth), 0), scale.days - 1);
  const minute = scale.from + (x - column * scale.dayWidth - 1) / scale.perMinute;
  const snapped = Math.round(minute / step) * step;
  return { day: scale.firstDay + column, minute: Math.min(Math.max(snapped, scale.from), scale.to) };
}

/** The hours to write above a day: as many as fit without touching. */
export function ticksOf(scale: Scale, room = 24): number[] {
  const hours = (scale.to - scale.from) / 60;
  const step = [1, 2, 3, 4, 6, 12].find((n) => (scale.dayWidth / hours) * n >= room) ?? 24;
  const ticks: number[] = [];
  for (let hour = Math.ceil(scale.from / 60 / step) * step; hour * 60 < scale.to; hour += step)
    if (hour * 60 > scale.from) ticks.push(hour * 60);
  return ticks;
}

import type { Judgement } from '@/core/consequences/judge';
import { needsOn } from '@/core/coverage/needed';
import { openOn } from '@/core/plan/plan-context';
import type { Plan } from '@/core/plan/types';
import { DAY } from '@/core/time/span';

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

/**
 * The hours to show: from the earliest start to the latest end of opening hours, needs and shifts of any day
 * of the plan, in whole hours. A day that runs past midnight is drawn on to its end.
 */
export function hoursOf({ plan }: Judgement): { readonly from: number; readonly to: number } {
  let hours = known.get(plan);
  if (!hours) known.set(plan, (hours = hoursOfPlan(plan)));
  return hours;
}

const known = new WeakMap<Plan, { readonly from: number; readonly to: number }>();

function hoursOfPlan(plan: Plan): { from: number; to: number } {
  let from = Infinity;
  let to = -Infinity;
  const take = (span: { from: number; to: number }) => {
    from = Math.min(from, span.from);
    to = Math.max(to, span.to);
  };
  for (let day = plan.from; day < plan.from + plan.days; day++) {
    if (plan.site.openHours !== null) openOn(plan, day).forEach(take);
    needsOn(plan, day).forEach(take);
  }
  plan.shifts.forEach(take);
  if (from === Infinity) return { from: 0, to: DAY };
  from = Math.floor(from / 60) * 60;
  to = Math.min(Math.ceil(to / 60) * 60, from + DAY);
  return to - from < SHORTEST
    ? { from: Math.max(0, to - SHORTEST), to: Math.max(to, SHORTEST) }
    : { from, to };
}

/** A scale for `width` pixels. */
export function scaleOf(
  hours: { from: number; to: number },
  firstDay: number,
  days: number,
  width: number,
): Scale {
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

import { type PlanContext, openOn } from '../plan/plan-context';
import type { ResolvedShift } from '../plan/resolved-shift';
import { DAY, type Span } from '../time/span';
import type { Staffing } from './staffing';

/** One block of one date and row. Times are minutes from that date's midnight. */
export interface Block {
  readonly from: number;
  readonly to: number;
  /** The lowest number of people on at any instant of the block. */
  readonly staffed: number;
  /** The highest number needed at any instant of the block. */
  readonly needed: number;
  /** The largest shortage at any instant. */
  readonly gap: number;
  /** The smallest excess at any instant; 0 where nothing is needed. */
  readonly surplus: number;
}

/**
 * The blocks of one row on the plan's day number `day` (0 the first), within `range`, which may run past
 * midnight into the next day.
 */
export function blocksOf(
  context: PlanContext,
  staffing: Staffing,
  row: number,
  day: number,
  range: Span,
): Block[] {
  const size = context.site.blockMinutes;
  const staffed = staffing.staffed[row];
  const needed = staffing.needed[row];
  const base = day * DAY;
  const blocks: Block[] = [];
  const first = Math.floor(range.from / size) * size;
  for (let from = first; from < range.to; from += size) {
    const to = from + size;
    let on = staffed[base + from];
    let need = needed[base + from];
    let low = on;
    let high = need;
    let short = need - on;
    for (let t = base + from + 1; t < base + to; t++) {
      // Most minutes are as the one before them.
      if (staffed[t] === on && needed[t] === need) continue;
      on = staffed[t];
      need = needed[t];
      if (on < low) low = on;
      if (need > high) high = need;
      if (need - on > short) short = need - on;
    }
    const gap = short > 0 ? short : 0;
    blocks.push({ from, to, staffed: low, needed: high, gap, surplus: high > 0 && short < 0 ? -short : 0 });
  }
  return blocks;
}

/**
 * From where to where shifts reach on each day of the plan and on the day after it, in minutes from that
 * day's midnight; from Infinity to 0 where none does. Only shifts of the plan itself reach into the day after.
 */
export interface Reach {
  readonly from: Float64Array;
  readonly to: Float64Array;
}

/** The reach of shifts, each person's given as a list. `only`: the days that are asked for; left out: all. */
export function reachOf(
  context: PlanContext,
  lists: readonly (readonly ResolvedShift[])[],
  only?: ReadonlySet<number>,
): Reach {
  const { days } = context.plan;
  const first = new Float64Array(days + 1).fill(Infinity);
  const last = new Float64Array(days + 1);
  const wanted = only ? [...only].filter((day) => day <= days) : Array.from(first.keys());
  for (const list of lists) {
    const { from, to } = reachOfOne(context, list);
    for (const day of wanted) {
      if (from[day] < first[day]) first[day] = from[day];
      if (to[day] > last[day]) last[day] = to[day];
    }
  }
  return { from: first, to: last };
}

/** The reach of lists that were looked at before: a list is never changed, and few are new after an edit. */
const REACHES = new WeakMap<readonly ResolvedShift[], Reach>();

function reachOfOne(context: PlanContext, list: readonly ResolvedShift[]): Reach {
  const known = REACHES.get(list);
  if (known) return known;
  const { days } = context.plan;
  const reach = { from: new Float64Array(days + 1).fill(Infinity), to: new Float64Array(days + 1) };
  for (const resolved of list) {
    if (resolved.site !== null) continue;
    const end = resolved.planShift ? days : days - 1;
    const from = resolved.from - context.start;
    const to = resolved.to - context.start;
    for (let day = Math.max(0, Math.floor(from / DAY)); day <= end && day * DAY < to; day++) {
      reach.from[day] = Math.min(reach.from[day], Math.max(from - day * DAY, 0));
      reach.to[day] = Math.max(reach.to[day], Math.min(to - day * DAY, DAY));
    }
  }
  REACHES.set(list, reach);
  return reach;
}

/**
 * The range of minutes that coverage shows for day number `day`, the same for every row: from the earliest to
 * the latest of opening hours, needs and shifts. The day after the last is shown only as far as opening hours, a
 * need or a shift of the plan reach into it. Null: nothing to show.
 */
export function rangeOn(context: PlanContext, staffing: Staffing, reach: Reach, day: number): Span | null {
  const base = context.start + day * DAY;
  let low = reach.from[day];
  let high = reach.to[day];
  const take = (from: number, to: number) => {
    const a = Math.max(from - base, 0);
    const b = Math.min(to - base, DAY);
    if (a >= b) return;
    low = Math.min(low, a);
    high = Math.max(high, b);
  };
  for (const need of staffing.needs) if (!need.opening) take(need.from, need.to);
  // Opening hours belong to the date they start on: those of the day before the plan are not of this plan.
  for (let back = day === 0 ? 0 : 1; back >= (day < context.plan.days ? 0 : 1); back--)
    for (const span of openOn(context.plan, context.plan.from + day - back))
      take(base - back * DAY + span.from, base - back * DAY + span.to);
  if (high <= 0) return null;
  const size = context.site.blockMinutes;
  return {
    from: Math.floor(low / size) * size,
    to: Math.min(DAY, Math.ceil(high / size) * size),
  };
}

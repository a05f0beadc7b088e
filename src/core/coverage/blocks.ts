import { type Frame, openOn } from '../plan/frame';
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

/** The blocks of one row on the plan's day number `day` (0 the first), within `range`. */
export function blocksOf(frame: Frame, staffing: Staffing, row: number, day: number, range: Span): Block[] {
  const size = frame.site.blockMinutes;
  const staffed = staffing.staffed[row];
  const needed = staffing.needed[row];
  const base = day * DAY;
  const blocks: Block[] = [];
  const first = Math.floor(range.from / size) * size;
  for (let from = first; from < range.to; from += size) {
    const to = Math.min(from + size, DAY);
    let low = Infinity;
    let high = 0;
    let gap = 0;
    let surplus = Infinity;
    for (let t = base + from; t < base + to; t++) {
      const on = staffed[t];
      const need = needed[t];
      if (on < low) low = on;
      if (need > high) high = need;
      const short = need - on;
      if (short > gap) gap = short;
      if (-short < surplus) surplus = -short;
    }
    blocks.push({ from, to, staffed: low, needed: high, gap, surplus: high > 0 ? Math.max(0, surplus) : 0 });
  }
  return blocks;
}

/** What reaches over the plan's days: shifts that staff, open ones, and whatever else is drawn. */
export interface Reach {
  readonly from: number;
  readonly to: number;
  /** Of the plan itself, not from around it. */
  readonly own: boolean;
}

/**
 * The range of minutes that coverage shows for day number `day`, the same for every row: from the earliest to
 * the latest of opening hours, needs and shifts. The day after the last is shown only as far as a need or a
 * shift of the plan reaches into it. Null: nothing to show.
 */
export function rangeOn(
  frame: Frame,
  staffing: Staffing,
  reaches: Iterable<Reach>,
  day: number,
): Span | null {
  const base = frame.start + day * DAY;
  const after = day === frame.plan.days;
  let low = Infinity;
  let high = -Infinity;
  const take = (from: number, to: number) => {
    const a = Math.max(from - base, 0);
    const b = Math.min(to - base, DAY);
    if (a >= b) return;
    low = Math.min(low, a);
    high = Math.max(high, b);
  };
  for (const need of staffing.needs) if (!need.opening) take(need.from, need.to);
  for (const reach of reaches) if (reach.own || !after) take(reach.from, reach.to);
  if (!after)
    for (let back = day === 0 ? 0 : 1; back >= 0; back--)
      for (const span of openOn(frame.plan, frame.plan.from + day - back))
        take(base - back * DAY + span.from, base - back * DAY + span.to);
  if (high < 0) return null;
  const size = frame.site.blockMinutes;
  return {
    from: Math.floor(low / size) * size,
    to: Math.min(DAY, Math.ceil(high / size) * size),
  };
}

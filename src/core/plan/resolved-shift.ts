import { breakOf } from '../hours/breaks';
import { DAY, type Span, subtract, union } from '../time/span';
import type { PlanContext } from './plan-context';
import type { SurroundingShift, Break, Shift } from './types';

/** A shift set on the clocks: `from` and `to` in wall-clock minutes, `start` and `end` in elapsed minutes. */
export interface ResolvedShift extends Span {
  readonly id: string | null;
  readonly person: string | null;
  readonly role: string | null;
  readonly date: number;
  readonly start: number;
  readonly end: number;
  /** Minutes that really pass between start and end. */
  readonly elapsed: number;
  readonly break: Break;
  /** Breaks after the first. */
  readonly moreBreaks: readonly Break[];
  /** Elapsed less unpaid break, at least 0. */
  readonly paid: number;
  /** The shift as it stands in the plan; null for one from around it. */
  readonly planShift: Shift | null;
  /** Another site's id, or null where it is worked here. */
  readonly site: string | null;
}

/** Sets a shift of the plan, or one from around it, on the clocks. */
export function resolveShift(context: PlanContext, shift: Shift | SurroundingShift): ResolvedShift {
  const from = shift.date * DAY + shift.from;
  const to = shift.date * DAY + shift.to;
  const start = context.clock.elapsed(from);
  const end = context.clock.elapsed(to);
  const elapsed = Math.max(0, end - start);
  const rest = breakOf(shift.break, elapsed, context.plan.rules.breaks);
  const planShift = 'id' in shift ? shift : null;
  const moreBreaks = planShift?.detail?.moreBreaks ?? NO_BREAKS;
  let unpaid = rest.paid ? 0 : rest.minutes;
  for (const other of moreBreaks) if (!other.paid) unpaid += other.minutes;
  return {
    id: planShift ? planShift.id : null,
    person: shift.person,
    role: shift.role,
    date: shift.date,
    from,
    to,
    start,
    end,
    elapsed,
    break: rest,
    moreBreaks,
    paid: Math.max(0, elapsed - unpaid),
    planShift,
    site: planShift ? null : (shift as SurroundingShift).site,
  };
}

const NO_BREAKS: readonly Break[] = [];

/** Minutes of break in all, paid or not. */
export function breakMinutes({
  break: first,
  moreBreaks,
}: Pick<ResolvedShift, 'break' | 'moreBreaks'>): number {
  return moreBreaks.reduce((sum, other) => sum + other.minutes, first.minutes);
}

/** Whether some break of it is fixed in time. */
export function hasFixedBreak({ break: first, moreBreaks }: ResolvedShift): boolean {
  return first.at !== null || (moreBreaks.length > 0 && moreBreaks.some((other) => other.at !== null));
}

/** By start, then id; what has no id first. */
export function byStart(a: ResolvedShift, b: ResolvedShift): number {
  return a.from - b.from || compareIds(a.id, b.id);
}

function compareIds(a: string | null, b: string | null): number {
  if (a === b) return 0;
  if (a === null) return -1;
  if (b === null) return 1;
  return a < b ? -1 : 1;
}

/** The wall-clock spans in which a shift staffs its role: all of it but breaks fixed in time. */
export function staffedSpans(resolved: ResolvedShift): Span[] {
  const whole = { from: resolved.from, to: resolved.to };
  return subtract([whole], union(fixedBreaks(resolved)));
}

/** The breaks of a shift that are fixed in time, in wall-clock minutes. */
export function fixedBreaks({ break: first, moreBreaks, date }: ResolvedShift, unpaidOnly = false): Span[] {
  const spans: Span[] = [];
  for (const { at, minutes, paid } of [first, ...moreBreaks])
    if (at !== null && minutes > 0 && !(unpaidOnly && paid))
      spans.push({ from: date * DAY + at, to: date * DAY + at + minutes });
  return spans;
}

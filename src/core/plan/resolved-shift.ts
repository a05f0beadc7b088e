import { breakOf } from '../hours/breaks';
import { DAY, type Span, subtract, union } from '../time/span';
import type { Frame } from './plan-context';
import type { AroundShift, Break, Shift } from './types';

/** A shift set on the clocks: `from` and `to` in wall-clock minutes, `start` and `end` in elapsed minutes. */
export interface Placed extends Span {
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
  readonly own: Shift | null;
  /** Another site's id, or null where it is worked here. */
  readonly site: string | null;
}

/** Sets a shift of the plan, or one from around it, on the clocks. */
export function place(frame: Frame, shift: Shift | AroundShift): Placed {
  const from = shift.date * DAY + shift.from;
  const to = shift.date * DAY + shift.to;
  const start = frame.clock.elapsed(from);
  const end = frame.clock.elapsed(to);
  const elapsed = Math.max(0, end - start);
  const rest = breakOf(shift.break, elapsed, frame.plan.rules.breaks);
  const own = 'id' in shift ? shift : null;
  const moreBreaks = own?.detail?.moreBreaks ?? NO_BREAKS;
  let unpaid = rest.paid ? 0 : rest.minutes;
  for (const other of moreBreaks) if (!other.paid) unpaid += other.minutes;
  return {
    id: own ? own.id : null,
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
    own,
    site: own ? null : (shift as AroundShift).site,
  };
}

const NO_BREAKS: readonly Break[] = [];

/** Minutes of break in all, paid or not. */
export function breakMinutes({ break: first, moreBreaks }: Pick<Placed, 'break' | 'moreBreaks'>): number {
  return moreBreaks.reduce((sum, other) => sum + other.minutes, first.minutes);
}

/** Whether some break of it is fixed in time. */
export function hasFixedBreak({ break: first, moreBreaks }: Placed): boolean {
  return first.at !== null || (moreBreaks.length > 0 && moreBreaks.some((other) => other.at !== null));
}

/** By start, then id; what has no id first. */
export function byStart(a: Placed, b: Placed): number {
  return a.from - b.from || compareIds(a.id, b.id);
}

function compareIds(a: string | null, b: string | null): number {
  if (a === b) return 0;
  if (a === null) return -1;
  if (b === null) return 1;
  return a < b ? -1 : 1;
}

/** The wall-clock spans in which a shift staffs its role: all of it but breaks fixed in time. */
export function staffedSpans(placed: Placed): Span[] {
  const whole = { from: placed.from, to: placed.to };
  return subtract([whole], union(fixedBreaks(placed)));
}

/** The breaks of a shift that are fixed in time, in wall-clock minutes. */
export function fixedBreaks({ break: first, moreBreaks, date }: Placed, unpaidOnly = false): Span[] {
  const spans: Span[] = [];
  for (const { at, minutes, paid } of [first, ...moreBreaks])
    if (at !== null && minutes > 0 && !(unpaidOnly && paid))
      spans.push({ from: date * DAY + at, to: date * DAY + at + minutes });
  return spans;
}

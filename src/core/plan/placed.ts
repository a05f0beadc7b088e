import { breakOf } from '../hours/breaks';
import { DAY, type Span, subtract } from '../time/span';
import type { Frame } from './frame';
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
    paid: rest.paid ? elapsed : Math.max(0, elapsed - rest.minutes),
    own,
    site: own ? null : (shift as AroundShift).site,
  };
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

/** The wall-clock spans in which a shift staffs its role: all of it but a break fixed in time. */
export function staffedSpans(placed: Placed): Span[] {
  const whole = { from: placed.from, to: placed.to };
  if (placed.break.at === null || placed.break.minutes === 0) return [whole];
  const at = placed.date * DAY + placed.break.at;
  return subtract([whole], [{ from: at, to: at + placed.break.minutes }]);
}

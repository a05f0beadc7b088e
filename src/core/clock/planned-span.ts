import type { ResolvedShift } from '../plan/resolved-shift';
import type { Break } from '../plan/types';
import type { Day } from '../time/day';

/** What somebody was to work: a shift, or a part of fixed hours. `start` and `end` are elapsed minutes. */
export interface PlannedSpan {
  /** The date on which it starts, on the clocks of the site: whatever is worked for it belongs to that date. */
  readonly date: Day;
  readonly start: number;
  readonly end: number;
  readonly role: string | null;
  /** A break set by hand; null: by the site's rule. */
  readonly break: Break | null;
  /** Unpaid minutes of breaks after the first. */
  readonly moreBreak: number;
  /** The shift; null: it is a part of fixed hours. */
  readonly shift: string | null;
}

/** The planned span of a shift. */
export function plannedSpan({
  id,
  date,
  start,
  end,
  role,
  planShift,
  moreBreaks,
}: ResolvedShift): PlannedSpan {
  const moreBreak = moreBreaks.reduce((sum, { minutes, paid }) => (paid ? sum : sum + minutes), 0);
  return { date, start, end, role, break: planShift?.break ?? null, moreBreak, shift: id };
}

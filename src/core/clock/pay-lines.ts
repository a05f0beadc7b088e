import { premiums } from '../hours/overtime';
import { units, sumToMinor } from '../hours/money';
import { weekPay } from '../hours/pay';
import { type PlanContext, type Week, holidaysOf } from '../plan/plan-context';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { Break, Person, Shift } from '../plan/types';
import type { Day } from '../time/day';
import { DAY, type Span } from '../time/span';
import type { ZoneClock } from '../time/zone';
import type { Part } from './counted';
import type { Entry } from './entries';
import { NO_WORK, type Work } from './punch';

/** Paid minutes of one date in one role, of one kind of pay. */
export interface PayLine {
  readonly date: Day;
  readonly work: Work;
  /** 1: regular; above it: overtime or a holiday. */
  readonly multiplier: number;
  readonly minutes: number;
}

/** What a week of work is paid: its lines by date, and all of it in whole minor units, rounded once. */
export interface WorkedPay {
  readonly lines: readonly PayLine[];
  readonly cost: number;
}

/** A stretch of what was worked, set on the clocks as a shift is, with what was worked at. */
interface WorkedShift {
  readonly resolved: ResolvedShift;
  readonly work: Work;
}

/**
 * What one person is paid for a week of entries, by the pay rules of the plan: the tiers of overtime go by what was worked, not by
 * what was planned. `entries` by date; days outside the week fall away. `decimals` of the currency.
 */
export function workedPay(
  context: PlanContext,
  person: Person,
  entries: readonly Entry[],
  week: Week,
  decimals: number,
): WorkedPay {
  const its = entries.filter(({ date }) => date >= week.first && date < week.first + 7);
  const shifts = its.flatMap((entry) => workedShifts(entry, person.id, context.clock));
  const resolved = shifts.map((one) => one.resolved);
  const { overtime } = context.plan.rules;
  const raised = new Map<ResolvedShift, { readonly minutes: number; readonly multiplier: number }[]>();
  for (const { resolved: shift, minutes, extra } of overtime
    ? premiums(resolved, overtime, context.clock)
    : []) {
    const list = raised.get(shift) ?? [];
    raised.set(shift, [...list, { minutes, multiplier: (extra + units(1)) / units(1) }]);
  }
  const lines: PayLine[] = [];
  for (const { resolved: shift, work } of shifts) {
    const onHoliday = holidayMultiplier(context, person, shift.date);
    const above = raised.get(shift) ?? [];
    const plain = above.reduce((left, { minutes }) => left - minutes, shift.paid);
    const parts = [{ minutes: plain, multiplier: 1 }, ...above];
    for (const { minutes, multiplier } of parts)
      addTo(lines, { date: shift.date, work, minutes, multiplier: Math.max(multiplier, onHoliday) });
  }
  const { days } = weekPay(context, person, resolved, week);
  return {
    lines,
    cost: sumToMinor(
      days.map(({ cost }) => cost),
      decimals,
    ),
  };
}

function addTo(lines: PayLine[], line: PayLine): void {
  if (line.minutes <= 0) return;
  const at = lines.findIndex(
    ({ date, work, multiplier }) =>
      date === line.date && multiplier === line.multiplier && isSameWork(work, line.work),
  );
  if (at < 0) lines.push(line);
  else lines[at] = { ...line, minutes: lines[at].minutes + line.minutes };
}

function isSameWork(a: Work, b: Work): boolean {
  return a.role === b.role && a.duty === b.duty && a.activity === b.activity;
}

/** What hours of a person on a date are multiplied by at least; of several holidays the highest. */
function holidayMultiplier({ plan }: PlanContext, { id }: Person, date: Day): number {
  return holidaysOf(plan, id, date).reduce((most, { multiplier }) => Math.max(most, multiplier ?? 1), 1);
}

/**
 * What was worked on a day as shifts without breaks, by start: their paid minutes are those of the entry. What a rule takes off
 * without saying when, and what rounding the day adds or takes, falls on the longest.
 */
export function workedShifts(entry: Entry, person: string, clock: ZoneClock): WorkedShift[] {
  const pieces = entry.parts.flatMap((part) => {
    const its = piecesOf(part);
    if (its.length > 0) longest(its).paid -= part.ruleBreak;
    return its;
  });
  if (pieces.length > 0) longest(pieces).paid += entry.roundedBy;
  return pieces
    .sort((a, b) => a.from - b.from)
    .map(({ from, to, paid, work }, i) => {
      const [first, end] = [clock.wall(from), clock.wall(to)];
      const { date } = entry;
      // Of a shift only what pay goes by is looked at; there are many of them, so each is made in one piece.
      const planShift: Shift = {
        id: `${i}`,
        person,
        role: work.role,
        date,
        from: first - date * DAY,
        to: end - date * DAY,
        break: NO_BREAK,
        fixed: false,
        note: null,
        label: null,
      };
      const resolved: ResolvedShift = {
        id: planShift.id,
        person,
        role: work.role,
        date,
        from: first,
        to: end,
        start: from,
        end: to,
        elapsed: to - from,
        break: NO_BREAK,
        moreBreaks: NO_BREAKS,
        paid: Math.max(0, paid),
        planShift,
        site: null,
      };
      return { resolved, work };
    });
}

const NO_BREAK: Break = { minutes: 0, at: null, paid: false };
const NO_BREAKS: readonly Break[] = [];

interface Piece extends Span {
  paid: number;
  readonly work: Work;
}

/** What counts of a part, cut where other work begins. */
function piecesOf({ spans, stints, planned }: Part): Piece[] {
  const changes = stints
    .flatMap(({ stint }) => stint.work.map(({ punch, work }) => ({ at: punch.at, work })))
    .sort((a, b) => a.at - b.at);
  const usual: Work = { ...NO_WORK, role: planned?.role ?? null };
  const workAt = (at: number): Work => {
    const said = changes.findLast((change) => change.at <= at)?.work;
    return said ? { ...said, role: said.role ?? usual.role } : usual;
  };
  return spans.flatMap(({ from, to }) => {
    const cuts = [from, ...changes.map(({ at }) => at).filter((at) => at > from && at < to), to];
    return cuts.slice(1).flatMap((end, i) => {
      const begin = cuts[i];
      return end > begin ? [{ from: begin, to: end, paid: end - begin, work: workAt(begin) }] : [];
    });
  });
}

function longest(pieces: readonly Piece[]): Piece {
  return pieces.reduce((most, piece) => (piece.paid > most.paid ? piece : most));
}

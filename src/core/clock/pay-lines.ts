import { premiums } from '../hours/overtime';
import { type Amount, NOTHING, addAmounts, units, sumToMinor } from '../hours/money';
import { rateOf, weekPay } from '../hours/pay';
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
  /** Why it is paid as it is: at the plain rate, or above it, for overtime or for being worked on a holiday. */
  readonly cause: 'regular' | 'overtime' | 'holiday';
  /** 1: regular. */
  readonly multiplier: number;
  readonly minutes: number;
  /** What it is paid, exactly: the rate of the role, and what is above it built on the average rate of the week (29 CFR 778.115). */
  readonly cost: Amount;
}

/** What a week of work is paid: its lines by date, and all of it in whole minor units, rounded once. */
export interface WorkedPay {
  readonly lines: readonly PayLine[];
  /** What a holiday pays besides for working on it, whatever the hours, by date. */
  readonly extras: readonly { readonly date: Day; readonly cost: Amount }[];
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
  const shifts = its.flatMap((entry) => workedShifts(entry, person, context.clock));
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
  const rates = shifts.map(({ resolved: shift }) => units(rateOf(context, person, shift.role, shift.date)));
  const paid = shifts.reduce((sum, { resolved: shift }) => sum + shift.paid, 0);
  const earned = shifts.reduce((sum, { resolved: shift }, i) => sum + rates[i] * shift.paid, 0);
  for (const [i, { resolved: shift, work }] of shifts.entries()) {
    const onHoliday = holidayMultiplier(context, person, shift.date);
    const above = raised.get(shift) ?? [];
    const plain = above.reduce((left, { minutes }) => left - minutes, shift.paid);
    const parts = [{ minutes: plain, multiplier: 1 }, ...above];
    for (const { minutes, multiplier: raise } of parts) {
      if (minutes <= 0) continue;
      const multiplier = Math.max(raise, onHoliday);
      const extra = units(multiplier - 1);
      addTo(lines, {
        ...{ date: shift.date, work, minutes, multiplier },
        cause: multiplier === 1 ? 'regular' : onHoliday > raise ? 'holiday' : 'overtime',
        cost: {
          whole: rates[i] * minutes,
          parts:
            extra === 0 || paid === 0
              ? NOTHING.parts
              : [{ over: BigInt(minutes * extra) * BigInt(earned), under: BigInt(paid) * 1_000_000n }],
        },
      });
    }
  }
  const { days } = weekPay(context, person, resolved, week);
  return {
    lines,
    extras: days.flatMap(({ date, premium }) =>
      premium.whole > 0 ? [{ date, cost: { whole: premium.whole, parts: NOTHING.parts } }] : [],
    ),
    cost: sumToMinor(
      days.map(({ cost }) => cost),
      decimals,
    ),
  };
}

function addTo(lines: PayLine[], line: PayLine): void {
  const at = lines.findIndex(
    ({ date, work, multiplier, cause }) =>
      date === line.date &&
      multiplier === line.multiplier &&
      cause === line.cause &&
      isSameWork(work, line.work),
  );
  if (at < 0) lines.push(line);
  else
    lines[at] = {
      ...line,
      minutes: lines[at].minutes + line.minutes,
      cost: addAmounts(lines[at].cost, line.cost),
    };
}

function isSameWork(a: Work, b: Work): boolean {
  return a.role === b.role && a.duty === b.duty && a.activity === b.activity && a.job === b.job;
}

/** What hours of a person on a date are multiplied by at least; of several holidays the highest. */
function holidayMultiplier({ plan }: PlanContext, { id }: Person, date: Day): number {
  return holidaysOf(plan, id, date).reduce((most, { multiplier }) => Math.max(most, multiplier ?? 1), 1);
}

/**
 * What was worked on a day as shifts without breaks, by start: their paid minutes are those of the entry. What a rule takes off
 * without saying when, and what rounding the day adds or takes, falls on the longest. Where nothing is said of the role, it is paid as
 * the first that somebody holds.
 */
export function workedShifts(
  entry: Entry,
  { id: person, roles }: Pick<Person, 'id' | 'roles'>,
  clock: ZoneClock,
): WorkedShift[] {
  const usual = roles[0]?.role ?? null;
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
        role: work.role ?? usual,
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

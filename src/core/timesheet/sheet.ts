import type { Entry } from '../clock/entries';
import type { ClockException } from '../clock/exceptions';
import { workedPay } from '../clock/pay-lines';
import { NO_WORK, type Work } from '../clock/punch';
import { creditedMinutes } from '../hours/credit';
import { type Amount, addAmounts, NOTHING, toMinor, units } from '../hours/money';
import { rateOf } from '../hours/pay';
import { type PlanContext, holidaysOf } from '../plan/plan-context';
import type { ResolvedShift } from '../plan/resolved-shift';
import type { Person } from '../plan/types';
import type { Day } from '../time/day';
import { covered } from '../time/span';
import { type OwnPayKind, type PayKind, byPayKind, isWorked, payKindKey } from './pay-kind';
import { type PayPeriod, weeksOf } from './pay-period';
import type { SheetFigures } from './steps';
import { type OvertimeOff, withTimeOff } from './time-off';
import { EMPTY_ENTRY, type TypedHours, typedMinutes, withTypedHours } from './typed-hours';

/** Where the hours of somebody come from: the clock, what is typed, or the plan, which then is only confirmed. */
export type HoursFrom = 'clock' | 'typed' | 'plan';

/** Leave of a date that counts as hours. */
export interface CreditedLeave {
  readonly date: Day;
  readonly type: string;
  readonly minutes: number;
  readonly isPaid: boolean;
}

/** What the hours of one person in a period are worked out from; all of it for whole weeks around the period. */
export interface SheetSource {
  readonly person: Person;
  /** A plan that has the person with what they earn, and the holidays. */
  readonly context: PlanContext;
  readonly weekStart: number;
  /** What they were told to work, by start. */
  readonly shifts: readonly ResolvedShift[];
  /** What was clocked; it counts only where hours come from the clock. */
  readonly entries: readonly Entry[];
  readonly typed: readonly TypedHours[];
  readonly leave: readonly CreditedLeave[];
  /** Overtime that became time off. */
  readonly timeOff: readonly OvertimeOff[];
  readonly kinds: readonly OwnPayKind[];
  readonly from: HoursFrom;
  readonly decimals: number;
}

/** Paid minutes of a date, of one kind of pay and one work. */
export interface SheetLine {
  readonly date: Day;
  readonly kind: PayKind;
  readonly work: Work;
  readonly minutes: number;
  readonly cost: Amount;
}

/** A date of somebody's period. */
export interface SheetDay {
  readonly date: Day;
  readonly planned: number;
  readonly worked: number;
  /** Leave and holidays. */
  readonly credited: number;
  readonly shifts: readonly ResolvedShift[];
  readonly entry: Entry | null;
  readonly typed: readonly TypedHours[];
  readonly lines: readonly SheetLine[];
  /** What somebody should look at before it is paid. */
  readonly toLookAt: readonly ClockException[];
  /** Something in it was set by hand. */
  readonly isByHand: boolean;
}

/** All minutes of one kind of pay in a period, and what they cost in minor units, rounded once. */
export interface SheetTotal {
  readonly kind: PayKind;
  readonly minutes: number;
  readonly cost: number;
}

/** The hours of one person in a period of pay. */
export interface Sheet {
  readonly person: string;
  readonly days: readonly SheetDay[];
  /** Worked minutes of the dates of each week that are in the period, by the week's first day. */
  readonly weeks: readonly { readonly first: Day; readonly minutes: number }[];
  readonly totals: readonly SheetTotal[];
  readonly planned: number;
  readonly worked: number;
  readonly credited: number;
  /** Minor units: the totals added up. */
  readonly cost: number;
  readonly toLookAt: number;
}

/** What is told and not asked about: it costs nothing that the plan did not. */
const TOLD: readonly ClockException['code'][] = ['late', 'left-early', 'repeated'];

/**
 * The hours of one person in a period: by day, by kind of pay and by week. Overtime is reckoned by whole weeks, of which only the
 * dates in the period are listed; whatever is worked for a shift belongs to the date on which it starts.
 */
export function sheetOf(source: SheetSource, period: Pick<PayPeriod, 'first' | 'days'>): Sheet {
  const { person, context, typed, weekStart, decimals } = source;
  const { clock } = context;
  const tiers = context.plan.rules.breaks;
  const within = (date: Day) => date >= period.first && date < period.first + period.days;
  const clocked =
    source.from === 'plan' ? asPlanned(source.shifts) : source.from === 'clock' ? source.entries : [];
  const entries = withTypedHours(clocked, typed, clock, tiers);
  const paid: SheetLine[] = [];
  for (const first of weeksOf(period, weekStart)) {
    const pay = workedPay(context, person, entries, { first, days: 7 }, decimals);
    for (const { date, cause, multiplier, work, minutes, cost } of pay.lines)
      paid.push({
        ...{ date, work, minutes, cost },
        kind: cause === 'regular' ? { kind: cause } : { kind: cause, multiplier },
      });
    for (const { date, cost } of pay.extras)
      paid.push({ date, work: NO_WORK, kind: { kind: 'holiday', multiplier: 1 }, minutes: 0, cost });
  }
  const lines = withTimeOff(paid, source.timeOff);
  for (const row of typed)
    if (row.kind !== null || row.about !== null || row.minutes < 0) lines.push(lineOf(row, source));
  lines.push(...creditLines(source, period));
  const byDate = new Map(entries.map((entry) => [entry.date, entry]));
  const days: SheetDay[] = [];
  for (let date = period.first; date < period.first + period.days; date++) {
    const its = lines.filter((line) => line.date === date);
    const shifts = source.shifts.filter((shift) => shift.date === date);
    const entry = byDate.get(date) ?? null;
    const rows = typed.filter((row) => row.date === date);
    const sum = (of: (kind: PayKind) => boolean) =>
      its.reduce((minutes, line) => (of(line.kind) ? minutes + line.minutes : minutes), 0);
    days.push({
      ...{ date, shifts, entry, typed: rows, lines: its },
      planned: shifts.reduce((minutes, { paid }) => minutes + paid, 0),
      worked: sum(isWorked),
      credited: sum((kind) => !isWorked(kind)),
      toLookAt: source.from === 'clock' ? toLookAt(entry, rows, person, context) : [],
      isByHand: (entry?.isByHand ?? false) || (source.from === 'clock' && rows.length > 0),
    });
  }
  const totals = totalsOf(
    lines.filter(({ date }) => within(date)),
    decimals,
  );
  const sumDays = (of: (day: SheetDay) => number) => days.reduce((sum, day) => sum + of(day), 0);
  return {
    ...{ person: person.id, days, totals },
    weeks: weeksOf(period, weekStart).map((first) => ({
      first,
      minutes: days.reduce(
        (sum, { date, worked }) => (date >= first && date < first + 7 ? sum + worked : sum),
        0,
      ),
    })),
    planned: sumDays(({ planned }) => planned),
    worked: sumDays(({ worked }) => worked),
    credited: sumDays(({ credited }) => credited),
    cost: totals.reduce((sum, { cost }) => sum + cost, 0),
    toLookAt: sumDays((day) => day.toLookAt.length),
  };
}

/** What was planned as if it had been worked just so. */
function asPlanned(shifts: readonly ResolvedShift[]): Entry[] {
  const byDate = new Map<Day, Entry>();
  for (const { date, start, end, paid, role } of shifts) {
    const known = byDate.get(date);
    const part = {
      planned: { date, start, end, role, break: null, moreBreak: 0, shift: null },
      ...{ stints: [], spans: [{ from: start, to: end }], clockedBreak: 0 },
      ...{ ruleBreak: end - start - paid, worked: paid },
    };
    byDate.set(date, {
      ...{ ...EMPTY_ENTRY, date },
      parts: [...(known?.parts ?? []), part],
      worked: (known?.worked ?? 0) + paid,
    });
  }
  return [...byDate.values()];
}

function lineOf(row: TypedHours, { person, context, kinds }: SheetSource): SheetLine {
  const { date, kind: own, role } = row;
  const minutes = typedMinutes(row, context.clock, context.plan.rules.breaks);
  const kind: PayKind = own === null ? { kind: 'regular' } : { kind: 'own', id: own };
  const multiplier = kinds.find(({ id }) => id === own)?.multiplier ?? 1;
  const rate = rateOf(context, person, role ?? mainRole(person), row.about ?? date);
  const whole = Math.round(units(rate) * multiplier) * minutes;
  return { date, kind, minutes, work: { ...NO_WORK, role }, cost: { whole, parts: NOTHING.parts } };
}

/** Leave and holidays as hours: at the rate of the first role somebody holds, where they are paid. */
function creditLines(
  { person, context, leave }: SheetSource,
  { first, days }: Pick<PayPeriod, 'first' | 'days'>,
): SheetLine[] {
  const lines: SheetLine[] = [];
  for (let date = first; date < first + days; date++) {
    const rate = units(rateOf(context, person, mainRole(person), date));
    const add = (kind: PayKind, minutes: number, isPaid: boolean) =>
      lines.push({
        ...{ date, kind, minutes, work: NO_WORK },
        cost: { whole: isPaid ? rate * minutes : 0, parts: NOTHING.parts },
      });
    let known = 0;
    for (const one of leave) {
      if (one.date !== date || one.minutes <= 0) continue;
      known += one.minutes;
      add({ kind: 'leave', type: one.type }, one.minutes, one.isPaid);
    }
    const rest = creditedMinutes(context.plan, person, date, 1) - known;
    if (rest <= 0) continue;
    const isHoliday = holidaysOf(context.plan, person.id, date).length > 0;
    add(isHoliday ? { kind: 'holiday-off' } : { kind: 'leave', type: null }, rest, true);
  }
  return lines;
}

/** The first role that somebody holds, by which they are paid where none is said; null: they hold none. */
export function mainRole({ roles }: Person): string | null {
  return roles[0]?.role ?? null;
}

/** What is to be looked at in a day: not an absence for which there is leave, nor one for which hours were typed. */
function toLookAt(
  entry: Entry | null,
  typed: readonly TypedHours[],
  person: Person,
  { clock }: PlanContext,
): ClockException[] {
  if (!entry) return [];
  const away = person.leave.filter(({ state }) => state === 'approved');
  return entry.exceptions.filter(({ code, at, minutes }) => {
    if (TOLD.includes(code)) return false;
    if (code !== 'absent' || at === null) return true;
    if (typed.length > 0) return false;
    const span = { from: clock.wall(at), to: clock.wall(at + (minutes ?? 0)) };
    return covered(span, away) < span.to - span.from;
  });
}

/** Lines added up by kind of pay; what one kind costs is rounded once. */
function totalsOf(lines: readonly SheetLine[], decimals: number): SheetTotal[] {
  const byKind = new Map<string, { kind: PayKind; minutes: number; cost: Amount }>();
  for (const { kind, minutes, cost } of lines) {
    const key = payKindKey(kind);
    const known = byKind.get(key) ?? { kind, minutes: 0, cost: NOTHING };
    byKind.set(key, { kind, minutes: known.minutes + minutes, cost: addAmounts(known.cost, cost) });
  }
  return [...byKind.values()]
    .sort((a, b) => byPayKind(a.kind, b.kind))
    .map(({ kind, minutes, cost }) => ({ kind, minutes, cost: toMinor(cost, decimals) }));
}

/** The figures of a sheet as they are kept when it is submitted, approved or locked. */
export function figuresOf({ worked, planned, days }: Sheet): SheetFigures {
  return {
    ...{ worked, planned },
    lines: days.flatMap(({ lines }) => lines.map(({ date, kind, minutes }) => ({ date, kind, minutes }))),
  };
}

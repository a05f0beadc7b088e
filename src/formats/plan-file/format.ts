import type {
  SurroundingShift,
  AvailabilityEntry,
  Break,
  Holiday,
  Leave,
  LeaveBalance,
  Plan,
  PlanAwayLimit,
  Rules,
  Shift,
} from '@/core/plan/types';
import { WHOLE_DAY } from '@/core/leave/amount';
import { asOneBreak } from '@/core/plan/shift-edits';
import { WEEKDAYS, formatDate } from '@/core/time/day';
import { DAY, type Span } from '@/core/time/span';
import { formatClock } from '@/core/time/format';
import type {
  RawAround,
  RawAwayLimit,
  RawBalance,
  RawBreak,
  RawHoliday,
  RawLeave,
  RawPlan,
  RawRules,
  RawShift,
} from './raw';

/**
 * A plan as a plan file: the way back of `readPlan`. A rate that changes inside the plan's days is written as it is
 * on the first of them, as the format has one rate; several breaks of a shift are written as one of their length, and
 * its detail is not written. Throws a RangeError on a shift, need or opening span of exactly
 * a day that does not begin at midnight, which the format cannot say.
 */
export function formatPlan(plan: Plan): RawPlan {
  const { site } = plan;
  const spans = (list: readonly Span[]) => list.map((span) => clocks(span));
  return {
    format: 'vicenda-plan',
    version: 1,
    site: {
      id: site.id,
      name: site.name,
      timeZone: site.timeZone,
      weekStart: WEEKDAYS[site.weekStart],
      blockMinutes: site.blockMinutes,
      currency: site.currency,
      openHours:
        site.openHours &&
        Object.fromEntries(WEEKDAYS.map((name, day) => [name, spans(site.openHours![day])])),
      openDates: Object.fromEntries([...site.openDates].map(([day, list]) => [formatDate(day), spans(list)])),
      margins: { ...site.margins },
    },
    from: formatDate(plan.from),
    days: plan.days,
    roles: plan.roles.map(({ id, name, hourlyRate }) => ({ id, name, hourlyRate })),
    people: plan.people.map((person) => ({
      id: person.id,
      name: person.name,
      roles: person.roles.map(({ role, until, hourlyRate }) => ({ role, until: date(until), hourlyRate })),
      contractMinutes: person.contractMinutes,
      maxWeekMinutes: person.maxWeekMinutes,
      standardDayMinutes: person.standardDayMinutes,
      employedFrom: date(person.employedFrom),
      employedTo: date(person.employedTo),
      birthDate: date(person.birthDate),
      availability: person.availability.flatMap(inPieces).map((entry) => ({
        since: date(entry.since),
        until: date(entry.until),
        days: names(entry.days),
        ...fromTo(entry),
        kind: entry.kind,
      })),
      leave: person.leave.map(leaveOf),
      ...(person.isGuest ? { guest: true } : {}),
      ...(person.balances ? { balances: person.balances.map(balanceOf) } : {}),
    })),
    holidays: plan.holidays.map((holiday) => holidayOf(holiday, spans)),
    needs: plan.needs.map((need) => ({
      role: need.role,
      ...(need.date === null ? { days: need.days && names(need.days) } : { date: formatDate(need.date) }),
      ...fromTo(need),
      count: need.count,
    })),
    shifts: plan.shifts.map(formatShift),
    around: plan.surroundingShifts.map(aroundOf),
    rules: rulesOf(plan.rules),
    budget: { ...plan.budget },
    ...(plan.awayLimits ? { awayLimits: plan.awayLimits.map(awayLimitOf) } : {}),
  };
}

/** A holiday with only what it says; shorter hours as pairs of times. */
function holidayOf(
  { date: day, name, closed, hours, credited, people, multiplier, extra }: Holiday,
  spans: (list: readonly Span[]) => [string, string][],
): RawHoliday {
  return {
    ...{ date: formatDate(day), name, closed },
    ...(hours ? { hours: spans(hours) } : {}),
    ...(credited == null ? {} : { credited }),
    ...(people ? { people: [...people] } : {}),
    ...(multiplier == null ? {} : { multiplier }),
    ...(extra == null ? {} : { extra }),
  };
}

function awayLimitOf({ most, roles, name, days, from, to }: PlanAwayLimit): RawAwayLimit {
  return {
    most,
    roles: roles && [...roles],
    name,
    days: days && names(days),
    from: date(from),
    to: date(to),
  };
}

/** A balance: days as decimals, hours as minutes. */
function balanceOf({ kind, unit, left, mayOwe, changes }: LeaveBalance): RawBalance {
  const amount = (value: number) => (unit === 'days' ? value / WHOLE_DAY : value);
  return {
    ...{ leave: kind, unit, left: amount(left), mayOwe: mayOwe === null ? null : amount(mayOwe) },
    changes: changes.map(([day, value]) => ({ date: formatDate(day), amount: amount(value) })),
  };
}

/** A whole day that does not begin at midnight, as what it is of two calendar days. */
function inPieces(entry: AvailabilityEntry): AvailabilityEntry[] {
  if (entry.to - entry.from < DAY || entry.from === 0) return [entry];
  const next = entry.days.map((_, day) => entry.days[(day + 6) % 7]);
  return [
    { ...entry, to: DAY },
    { ...entry, days: next, from: 0, to: entry.to - DAY },
  ];
}

function date(day: number | null): string | null {
  return day === null ? null : formatDate(day);
}

function names(days: readonly boolean[]): string[] {
  return WEEKDAYS.filter((_, day) => days[day]);
}

function clocks({ from, to }: Span): [string, string] {
  if (to - from === DAY && from > 0)
    throw new RangeError('a span of a whole day that does not begin at midnight cannot be written');
  return [formatClock(from), formatClock(to)];
}

function fromTo(span: Span): { from: string; to: string } {
  const [from, to] = clocks(span);
  return { from, to };
}

function breakOf(pause: Break | null): RawBreak | null {
  return (
    pause && {
      minutes: pause.minutes,
      at: pause.at === null ? null : formatClock(pause.at),
      paid: pause.paid,
    }
  );
}

/** A shift as a plan file has it. */
export function formatShift(shift: Shift): RawShift {
  return {
    id: shift.id,
    person: shift.person,
    role: shift.role,
    date: formatDate(shift.date),
    ...fromTo(shift),
    break: breakOf(asOneBreak(shift)),
    fixed: shift.fixed,
    note: shift.note,
    label: shift.label,
  };
}

function aroundOf(shift: SurroundingShift): RawAround {
  return {
    person: shift.person,
    role: shift.role,
    site: shift.site,
    date: formatDate(shift.date),
    ...fromTo(shift),
    break: breakOf(shift.break),
  };
}

/** Whole days as dates, anything else as date-times. */
function leaveOf({ id, from, to, state, credit: credited }: Leave): RawLeave {
  const credit = credited
    ? { credit: credited.map(([day, minutes]) => ({ date: formatDate(day), minutes })) }
    : {};
  if (from % DAY === 0 && to % DAY === 0)
    return { id, from: formatDate(from / DAY), to: formatDate(to / DAY - 1), state, ...credit };
  const moment = (minute: number) => {
    const day = Math.floor(minute / DAY);
    return `${formatDate(day)}T${formatClock(minute - day * DAY)}`;
  };
  return { id, from: moment(from), to: moment(to), state, ...credit };
}

function rulesOf(rules: Rules): RawRules {
  const { overtime, young, breaks, off, severity, ...limits } = rules;
  return {
    ...limits,
    breaks: breaks.map((tier) => ({ ...tier })),
    overtime: overtime && {
      weekMinutes: overtime.weekMinutes,
      multiplier: overtime.multiplier,
      day: overtime.day.map((tier) => ({ ...tier })),
      after: overtime.after.map(({ time, multiplier }) => ({ time: formatClock(time), multiplier })),
      seventhDay: overtime.seventhDay && { ...overtime.seventhDay },
    },
    young: young.map(({ underAge, from, to, dayMinutes, weekMinutes }) => ({
      underAge,
      ...fromTo({ from, to }),
      dayMinutes,
      weekMinutes,
    })),
    off: [...off],
    severity: { ...severity },
  };
}
